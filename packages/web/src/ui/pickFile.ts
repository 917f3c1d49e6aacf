import { acceptOf, type ImportId } from '@flexum/core/files'

/** Lets someone pick a file of a sort that can be brought in. It must be called while a press is handled, or the browser refuses. */
export function pickFile(sort: ImportId, onFile: (file: File) => void): void {
  const input = document.createElement('input')
  input.type = 'file'
  input.accept = acceptOf(sort)
  input.addEventListener('change', () => {
    const [file] = input.files ?? []
    if (file) onFile(file)
  })
  input.click()
}
