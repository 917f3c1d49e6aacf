import { toast } from 'sonner'
import { picturesUnder, writePartFile } from '@flexum/core/recipe'
import { EXPORT_IDS, exportOf, type FileId, type ExportOptions } from '@flexum/core/files'
import { Cancelled } from '../../../compute/client.ts'
import { partOf, selectionOf } from '../../../bench/session.ts'
import { picturesFor } from '../../../api/images.ts'
import { counted } from '../../../ui/counted.ts'
import { download } from '../../../ui/download.ts'
import type { BenchContextValue } from '../context.ts'

/** Takes a file out of the part as it is, of the run that is chosen; tells what keeps it from that. */
export async function exportFile(
  { session, compute }: Pick<BenchContextValue, 'session' | 'compute'>,
  file: FileId,
  options: ExportOptions = {},
): Promise<string | undefined> {
  const state = session.store.getState()
  const part = partOf(state)
  const made = await compute.exportFile(part, { file, chosen: selectionOf(state).step, options })
  if (!made.ok) return made.fault.message
  if (file !== 'part' || picturesUnder(part).length === 0) {
    download(made.value.name, made.value.content, made.value.type)
    return undefined
  }
  const pictures = await picturesFor(part)
  download(made.value.name, writePartFile(part, pictures), made.value.type)
  const missing = picturesUnder(part).length - pictures.size
  if (missing > 0)
    toast.warning(
      `${counted(missing, 'picture')} under a sheet ${missing === 1 ? 'is' : 'are'} not on this server, and not in the file`,
    )
  return undefined
}

/** The same from a menu: what keeps it from that is shown. */
export async function takeOutNow(bench: Parameters<typeof exportFile>[0], file: FileId): Promise<void> {
  try {
    const problem = await exportFile(bench, file)
    if (problem !== undefined) toast.error(`${exportOf(file).title}: ${problem}`)
  } catch (error) {
    if (error instanceof Cancelled) return
    toast.error(error instanceof Error ? error.message : String(error))
  }
}

/** Everything that can be taken out, as menus list it; what asks something first is opened by `ask`. */
export const filesOut = (
  bench: Parameters<typeof exportFile>[0],
  ask: (file: FileId) => void,
): readonly { readonly label: string; act(): void }[] =>
  EXPORT_IDS.map((id) => {
    const { title, options } = exportOf(id)
    const asks = Object.keys(options).length > 0
    return {
      label: asks ? `${title}…` : title,
      act: () => (asks ? ask(id) : void takeOutNow(bench, id)),
    }
  })
