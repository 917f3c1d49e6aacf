import { createPart } from '../../api/parts.ts'

/** Reads part files and puts them on the Rack; each file that cannot be read is told by name with its reason. */
export async function importFiles(
  files: readonly File[],
  refused: (message: string) => void,
  made: (name: string) => void,
): Promise<void> {
  const { FILES_IN } = await import('@flexum/core/files')
  for (const file of files) {
    const read = FILES_IN.part.read(await file.text())
    if (!read.ok) {
      refused(`${file.name}: ${read.fault.message}`)
      continue
    }
    try {
      const head = await createPart(read.value)
      made(head.part.name)
    } catch (error) {
      refused(`${file.name}: ${error instanceof Error ? error.message : 'it could not be saved'}`)
    }
  }
}
