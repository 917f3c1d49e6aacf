import { keepPictures } from '../../api/images.ts'
import { createPart } from '../../api/parts.ts'

/** Reads part files and puts them on the Rack; each file that cannot be read is told by name with its reason. */
export async function importFiles(
  files: readonly File[],
  refused: (message: string) => void,
  made: (name: string) => void,
): Promise<void> {
  const { readPartFile } = await import('@flexum/core/recipe')
  for (const file of files) {
    const read = readPartFile(await file.text())
    if (!read.ok) {
      refused(`${file.name}: ${read.fault.message}`)
      continue
    }
    try {
      // First its pictures: what is drawn over them comes all the same where they cannot be kept.
      await keepPictures(read.value.pictures).catch((e: Error) =>
        refused(`${file.name}: its pictures could not be kept: ${e.message}`),
      )
      const head = await createPart(read.value.part)
      made(head.part.name)
    } catch (error) {
      refused(`${file.name}: ${error instanceof Error ? error.message : 'it could not be saved'}`)
    }
  }
}
