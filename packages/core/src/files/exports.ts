import { fail, fault, ok, type Result } from '../base/index.ts'
import { writePart, type Capability, type Part } from '../recipe/index.ts'
import {
  bendingOfLead,
  bodiesOf,
  meshOfPart,
  type How,
  type Lead,
  type PartResult,
} from '../recipe/evaluated/index.ts'
import { bendTableCsv, nodesCsv, sectionSvg, stlOf } from '../format/index.ts'

/** What a file is made from: a part worked out, and the run, path and profile that are meant. */
export interface FileSource {
  readonly part: Part
  readonly result: PartResult
  readonly lead: Lead
}

/** A length that someone may give for a file, mm. */
export interface ExportOption {
  readonly label: string
  /** What it is when it is left out, in words; with the length where that is known. */
  readonly unsaid: string
  unsaidOf(result: PartResult): number | undefined
  /** What it means, for the part as it was last worked out. */
  hint(result: PartResult): string
}

export type ExportOptions = Readonly<Record<string, number>>

/** One sort of file that can be taken out of a part. */
export interface ExportKind {
  /** What it is called in menus. */
  readonly title: string
  readonly extension: string
  readonly type: string
  /** What its name says after that of the part; '' for the part itself. */
  readonly word: string
  /** What of a part's result it is made from; without any, it is made of the part as it was typed, and nothing is worked out. */
  readonly needs: readonly Capability[]
  /** It is of one run, path or profile, so that its name says which where there are several runs. */
  readonly ofLead: boolean
  /** Lengths above 0 that may be given, by name; all may be left out. */
  readonly options: Readonly<Record<string, ExportOption>>
  /** How the part is to be worked out for it. */
  how(options: ExportOptions): How
  /** The file, or why there is none, in words that go on "it cannot be written: ". */
  make(source: FileSource): Result<string | Uint8Array<ArrayBuffer>>
}

const plain = { options: {}, how: (): How => ({}) } as const
const none = (code: string, message: string): Result<never> => fail(fault(`file.${code}`, message))

/** Everything that can be taken out of a part, in the order of menus. A new sort of file is one entry here. */
export const EXPORTS = {
  part: {
    ...plain,
    title: 'Part file',
    needs: [],
    extension: 'flexum.json',
    type: 'application/json',
    word: '',
    ofLead: false,
    make: ({ part }) => ok(writePart(part)),
  },
  bends: {
    ...plain,
    title: 'Bend table (CSV)',
    needs: ['table'],
    extension: 'csv',
    type: 'text/csv',
    word: 'bends',
    ofLead: true,
    make({ part, lead }) {
      const bending = bendingOfLead(lead)
      if ('none' in bending) return none('not-bendable', `there is no bend table: ${bending.none}`)
      return ok(bendTableCsv(bending.table, part.units.length.unit))
    },
  },
  nodes: {
    ...plain,
    title: 'Nodes (CSV)',
    needs: ['path'],
    extension: 'csv',
    type: 'text/csv',
    word: 'nodes',
    ofLead: false,
    make({ part, lead: { path } }) {
      if (!path) return none('no-path', 'there is no sound path')
      if (path.nodes.length === 0) return none('no-nodes', 'this path is not made of nodes')
      const rows = path.nodes.map(({ point, corner }) => ({
        point,
        radius: corner.kind === 'bend' ? corner.tangent / Math.tan(corner.deflection / 2) : undefined,
      }))
      return ok(nodesCsv(rows, part.units.length.unit))
    },
  },
  section: {
    ...plain,
    title: 'Section (SVG)',
    needs: ['section'],
    extension: 'svg',
    type: 'image/svg+xml',
    word: 'section',
    ofLead: false,
    make({ part, lead: { profile } }) {
      if (!profile) return none('no-section', 'there is no sound section')
      return ok(sectionSvg(profile.section, part.name))
    },
  },
  body: {
    title: 'Body (STL)',
    needs: ['bodies'],
    extension: 'stl',
    type: 'model/stl',
    word: '',
    ofLead: false,
    options: {
      chord: {
        label: 'Nowhere further off the true surface than',
        unsaid: 'as drawn',
        unsaidOf(result) {
          const errors = bodiesOf(result).map((b) => b.chordError)
          return errors.length > 0 ? Math.max(...errors) : undefined
        },
        hint(result) {
          const bodies = bodiesOf(result)
          if (bodies.length === 0) return 'There is no sound body to write.'
          const triangles = bodies.reduce((n, b) => n + (b.mesh.triangles.length / 3) * b.instances.length, 0)
          return `How far its facets may lie from the true surface. As it is drawn it has ${triangles.toLocaleString('en')} triangles; a tenth of the distance takes about ten times as many.`
        },
      },
    },
    how: ({ chord }) => (chord === undefined ? {} : { chordError: chord }),
    make({ part, result }) {
      const refused = result.findings.find((f) => f.code === 'run.too-fine')
      const mesh = refused ? undefined : meshOfPart(result)
      if (mesh) return ok(stlOf(mesh, part.name))
      const why = refused ?? result.findings.find((f) => f.severity === 'blocks')
      return none('no-body', `there is no sound body${why ? `: ${why.message}` : ''}`)
    },
  },
} as const satisfies Record<string, ExportKind>

export type FileId = keyof typeof EXPORTS
export const EXPORT_IDS = Object.keys(EXPORTS) as readonly FileId[]
export const exportOf = (id: FileId): ExportKind => EXPORTS[id]

/** What may not stand in a file's name, on whatever system. */
const NO_NAME = /[\\/:*?"<>|\p{Cc}]/gu

/** The name of a file: that of the part, of the run where there are several, and what it holds. */
export function fileName(id: FileId, { part, lead }: FileSource, runs: number): string {
  const { word, extension, ofLead } = exportOf(id)
  const which = ofLead && runs > 1 && lead.step ? ` ${lead.step.name}` : ''
  return `${part.name}${which}${word ? ` ${word}` : ''}.${extension}`.replaceAll(NO_NAME, '-')
}
