import type { ReactNode } from 'react'
import { acceptOf, type ImportId } from '@flexum/core/files'

/** A button that takes a file of one of the sorts that can be brought in. */
export function FileButton(props: {
  readonly sort: ImportId
  readonly className: string
  readonly children: ReactNode
  onFile(file: File): void
}) {
  return (
    <label className={`btn ${props.className} focus-within:outline-2`}>
      {props.children}
      <input
        type="file"
        accept={acceptOf(props.sort)}
        className="sr-only"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          // The same file can be taken again.
          e.target.value = ''
          if (file) props.onFile(file)
        }}
      />
    </label>
  )
}
