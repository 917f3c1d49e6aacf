/** What can be brought in of one sort. */
interface Sort {
  readonly title: string
  /** As a file, from the clipboard, or either. */
  readonly by: readonly ('file' | 'paste')[]
  readonly extensions: readonly string[]
  /** Media types, as files and the clipboard say them. */
  readonly types: readonly string[]
  readonly as: 'text' | 'bytes'
}

/** The sorts of what can be brought in, without how they are read: what a button that takes a file needs to know. */
export const IMPORT_SORTS = {
  part: {
    title: 'Part file',
    by: ['file'],
    extensions: ['.json'],
    types: ['application/json'],
    as: 'text',
  },
  outlines: {
    title: 'Outlines (SVG)',
    by: ['file'],
    extensions: ['.svg'],
    types: ['image/svg+xml'],
    as: 'text',
  },
  picture: {
    title: 'Picture to trace (PNG or JPEG)',
    by: ['file', 'paste'],
    extensions: ['.png', '.jpg', '.jpeg'],
    types: ['image/png', 'image/jpeg'],
    as: 'bytes',
  },
  mesh: {
    title: 'Body (STL, OBJ or 3MF)',
    by: ['file'],
    extensions: ['.stl', '.obj', '.3mf'],
    types: ['model/stl', 'model/obj', 'model/3mf'],
    as: 'bytes',
  },
  points: {
    title: 'Points (CSV or text)',
    by: ['file'],
    extensions: ['.csv', '.tsv', '.txt', '.xyz'],
    types: ['text/csv', 'text/tab-separated-values', 'text/plain'],
    as: 'text',
  },
  nodes: {
    title: 'Rows of nodes',
    by: ['paste'],
    extensions: [],
    types: ['text/plain'],
    as: 'text',
  },
} as const satisfies Record<string, Sort>

export type ImportId = keyof typeof IMPORT_SORTS

/** What a file input offers, in the form that browsers read. */
export const acceptOf = (id: ImportId): string =>
  [...IMPORT_SORTS[id].extensions, ...IMPORT_SORTS[id].types].join(',')

/** The same by media type, in the form that places to drop files on read. */
export const dropsOf = (id: ImportId): Record<string, string[]> =>
  Object.fromEntries(IMPORT_SORTS[id].types.map((type) => [type, [...IMPORT_SORTS[id].extensions]]))
