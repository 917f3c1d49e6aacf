import { readPartText } from '../document/index.ts'
import { readSvg } from '../format/index.ts'

/** Everything that can be brought in as a file: what it is called, which files are offered, and how its text is read. */
export const FILES_IN = {
  part: {
    title: 'Part file',
    extensions: ['.json'],
    types: ['application/json'],
    read: readPartText,
  },
  outlines: {
    title: 'Outlines (SVG)',
    extensions: ['.svg'],
    types: ['image/svg+xml'],
    read: readSvg,
  },
} as const

export type FileInId = keyof typeof FILES_IN

/** What a file input offers, in the form that browsers read. */
export const acceptOf = (id: FileInId): string =>
  [...FILES_IN[id].extensions, ...FILES_IN[id].types].join(',')
