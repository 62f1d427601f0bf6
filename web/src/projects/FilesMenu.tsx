import { t } from '@lingui/core/macro'
import { Trans } from '@lingui/react/macro'
import { Button, Menu } from '@mantine/core'
import { IconChevronDown, IconFileDownload } from '@tabler/icons-react'
import type { Project } from '../api/client'
import { usePrint } from '../ui/tasks/print'

/** The project as files: printed, for a spreadsheet, for the command line, a piece at true size. */
export function FilesMenu({ project }: { project: Project }) {
  const versions = ['', ...(project.variants ?? []).map((variant) => variant.name)]
  const sheet = project.units === 'in' ? 'letter' : 'a4'
  const sheetName = sheet === 'letter' ? t`Letter` : t`A4`
  const folding = (project.pieces ?? []).flatMap((piece, n) => (piece.scores?.length ? [{ piece, n }] : []))
  const print = usePrint()
  const sheetOf = (version: string) => (version ? t`Sheet for attendees, ${version}` : t`Sheet for attendees`)
  const base = `/api/projects/${project.id}`
  return (
    <Menu position="bottom-end" withinPortal>
      <Menu.Target>
        <Button
          variant="default"
          size="sm"
          leftSection={<IconFileDownload size={18} aria-hidden />}
          rightSection={<IconChevronDown size={15} aria-hidden />}
        >
          <Trans>Print and files</Trans>
        </Button>
      </Menu.Target>
      <Menu.Dropdown mah="70vh" style={{ overflowY: 'auto' }}>
        {versions.map((version) => {
          const query = version ? `&version=${encodeURIComponent(version)}` : ''
          return (
            <div key={version}>
              <Menu.Label>{sheetOf(version)}</Menu.Label>
              <Menu.Item
                component="a"
                {...print({ href: `${base}/sheet.pdf?paper=letter${query}`, name: sheetOf(version) })}
              >
                <Trans>PDF on Letter</Trans>
              </Menu.Item>
              <Menu.Item
                component="a"
                {...print({ href: `${base}/sheet.pdf?paper=a4${query}`, name: sheetOf(version) })}
              >
                <Trans>PDF on A4</Trans>
              </Menu.Item>
            </div>
          )
        })}
        <Menu.Label>
          <Trans>Open files</Trans>
        </Menu.Label>
        <Menu.Item component="a" href={`${base}/list.csv`}>
          <Trans>The list as CSV, for a spreadsheet</Trans>
        </Menu.Item>
        <Menu.Item component="a" href={`${base}/job.json`}>
          <Trans>Job file</Trans>
        </Menu.Item>
        <Menu.Label>
          <Trans>One piece as SVG, true size</Trans>
        </Menu.Label>
        {(project.pieces ?? []).map((piece, n) => (
          <Menu.Item key={piece.name} component="a" href={`${base}/pieces/${n}.svg`}>
            {piece.name}
          </Menu.Item>
        ))}
        <Menu.Label>
          <Trans>One piece to trace, as PDF on {sheetName}</Trans>
        </Menu.Label>
        {(project.pieces ?? []).map((piece, n) => (
          <Menu.Item key={piece.name} component="a" href={`${base}/pieces/${n}/template.pdf?paper=${sheet}`}>
            {piece.name}
          </Menu.Item>
        ))}
        {folding.length ? (
          <Menu.Label>
            <Trans>What folds, for others to go on with</Trans>
          </Menu.Label>
        ) : null}
        {folding.map(({ piece, n }) => (
          <div key={piece.name}>
            <Menu.Item component="a" href={`${base}/pieces/${n}.fold`}>
              <Trans>{piece.name} as a FOLD file</Trans>
            </Menu.Item>
            {project.folded[n]?.finished ? (
              <Menu.Item component="a" href={`${base}/pieces/${n}/folded.svg`}>
                <Trans>{piece.name} folded, as SVG</Trans>
              </Menu.Item>
            ) : null}
          </div>
        ))}
      </Menu.Dropdown>
    </Menu>
  )
}
