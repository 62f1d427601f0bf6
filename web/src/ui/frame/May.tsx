/** What whoever looks may change: fields that they may not save take nothing, and say so by their look. */
import { MantineThemeProvider } from '@mantine/core'
import { createContext, type ReactNode, useContext } from 'react'
import type { Schemas } from '../../api/client'

export type Role = Schemas['Role']

const ORDER: Role[] = ['owner', 'helper', 'reader']

/** Whether somebody of this role may do what needs that one. */
export const may = (role: Role, needs: Role): boolean => ORDER.indexOf(role) <= ORDER.indexOf(needs)

const OwnRole = createContext<Role>('owner')
const Needed = createContext<Role>('owner')

/** The component library's fields as they are where something may be changed, and where it may not. */
function themeOf(free: boolean) {
  const field = { defaultProps: { readOnly: !free } }
  const tick = { defaultProps: { disabled: !free } }
  return {
    components: {
      TextInput: field,
      Textarea: field,
      NumberInput: field,
      Select: field,
      Autocomplete: field,
      TagsInput: field,
      MultiSelect: field,
      SegmentedControl: field,
      Checkbox: tick,
      Switch: tick,
      Radio: tick,
    },
  }
}
const FREE = themeOf(true)
const LOOKING = themeOf(false)

/** Says who looks, for everything inside. */
export function LookedAtBy({ role, children }: { role: Role; children: ReactNode }) {
  return <OwnRole value={role}>{children}</OwnRole>
}

/** A part of a page whose fields are for those of this role, and for those who may do more. */
export function For({ needs, children }: { needs: Role; children: ReactNode }) {
  const free = may(useContext(OwnRole), needs)
  return (
    <Needed value={needs}>
      <MantineThemeProvider inherit theme={free ? FREE : LOOKING}>
        <div className="for" data-fields={free ? 'free' : 'looked-at'}>
          {children}
        </div>
      </MantineThemeProvider>
    </Needed>
  )
}

/** Whether whoever looks may change what is here. */
export function useMay(): boolean {
  return may(useContext(OwnRole), useContext(Needed))
}

/** Who a page is for, by its place: anybody looks, computes and prints, and has an account of their own. */
export function needsOf(path: string): Role {
  if (/^\/(account|changes|archive|members|studios)/.test(path)) return 'reader'
  if (/^\/(shopping$|classes\/\d+\/(trimmer|scoring|table))/.test(path)) return 'helper'
  return 'owner'
}

/** Who a tab of a class is for. */
export const needsOfTab = (tab: string): Role => (/^(prepare|pack|log)$/.test(tab) ? 'helper' : 'owner')
