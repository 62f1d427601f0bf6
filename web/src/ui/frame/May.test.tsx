import { MantineProvider, NumberInput, Switch, TextInput } from '@mantine/core'
import { renderToString } from 'react-dom/server'
import { describe, expect, it } from 'vitest'
import { Cell } from '../fields/Cell'
import { For, LookedAtBy, may, needsOf, needsOfTab, type Role } from './May'

/** Which of some fields take nothing of somebody of this role. */
function fieldsOf(role: Role, needs: Role) {
  const noop = () => undefined
  const page = document.createElement('div')
  page.innerHTML = renderToString(
    <MantineProvider>
      <LookedAtBy role={role}>
        <For needs={needs}>
          <TextInput aria-label="name" value="a" onChange={noop} />
          <NumberInput aria-label="seats" value={3} onChange={noop} />
          <Cell aria-label="width" value="4" onChange={noop} />
          <Switch aria-label="mixed" checked={false} onChange={noop} />
          <For needs="reader">
            <TextInput aria-label="find" value="" onChange={noop} />
          </For>
        </For>
      </LookedAtBy>
    </MantineProvider>,
  )
  const field = (name: string) => page.querySelector<HTMLInputElement>(`input[aria-label="${name}"]`)
  const readOnly = ['name', 'seats', 'width', 'find'].map((name) => field(name)?.readOnly)
  return [...readOnly, field('mixed')?.disabled]
}

describe('fields for those who may save them', () => {
  it('take nothing of a reader, but what is only looked for', () => {
    expect(fieldsOf('reader', 'owner')).toEqual([true, true, true, false, true])
  })
  it('take nothing of a helper where an owner decides', () => {
    expect(fieldsOf('helper', 'owner')).toEqual([true, true, true, false, true])
  })
  it('are a helper’s while preparing', () => {
    expect(fieldsOf('helper', 'helper')).toEqual([false, false, false, false, false])
  })
  it('are all an owner’s', () => {
    expect(fieldsOf('owner', 'owner')).toEqual([false, false, false, false, false])
  })
})

describe('who a place is for', () => {
  it('is told from its address', () => {
    expect(needsOf('/account')).toBe('reader')
    expect(needsOf('/shopping')).toBe('helper')
    expect(needsOf('/shopping/prices')).toBe('owner')
    expect(needsOf('/classes/4/trimmer')).toBe('helper')
    expect(needsOf('/projects/2')).toBe('owner')
    expect([needsOfTab('pack'), needsOfTab('people')]).toEqual(['helper', 'owner'])
  })
  it('is for a role and those who may do more', () => {
    expect([may('helper', 'reader'), may('helper', 'helper'), may('helper', 'owner')]).toEqual([
      true,
      true,
      false,
    ])
  })
})
