/** Files that a list is in: read by the server, which has the libraries for each kind. */
import { t } from '@lingui/core/macro'
import { api, ask, Refused } from '../api/client'
import { base64Of } from '../ui/saving/base64'

/** What can be chosen; what a file is the server finds from what is in it. */
export const DOCUMENTS = '.pdf,.docx,.odt,.xlsx,.ods,.csv,.tsv,.txt,.md,text/plain,text/csv,application/pdf'

const FILES = 'Files' // as the browser calls them
const LARGEST = 3_000_000 // bytes, as the server takes them

/** The text of a file, as it would be pasted. */
export async function textOf(file: File): Promise<string> {
  if (file.size > LARGEST)
    throw new Error(
      t`${file.name} is too large: a file with a list has at most 3 MB. Save the pages with the list as a file of their own.`,
    )
  const content = base64Of(new Uint8Array(await file.arrayBuffer()))
  if (!content) throw new Error(t`There is nothing in ${file.name}.`)
  return (await ask(api.POST('/api/lines/document', { body: { content } }))).text
}

/** Why a file could not be read, in words. */
export const whyNot = (error: unknown, file: File): string =>
  error instanceof Refused && error.problem.faults?.length
    ? `${file.name}: ${error.problem.faults.map((fault) => fault.message).join('; ')}`
    : error instanceof Error
      ? error.message
      : t`${file.name} could not be read.`

/** The file that is being dragged or dropped; null where it is something else, such as a row of the list. */
export const droppedFile = (data: DataTransfer | null): File | null => data?.files[0] ?? null
export const holdsFile = (data: DataTransfer | null): boolean => !!data && [...data.types].includes(FILES)
