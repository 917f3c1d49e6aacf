import { CAPABILITIES, type Capability } from '../document/index.ts'
import type { Body } from '../solid/index.ts'
import type { Given, StepOutput } from './output.ts'

type Figures = Readonly<Record<string, number | Iterable<number>>>

/** The figures of each thing that a result may give, by what they are called in a sentence. */
const FIGURES: { readonly [C in Capability]: (given: Given<C>) => Figures } = {
  sketch: ({ entities }) => ({
    'place of all it draws': entities.flatMap((e) =>
      e.kind === 'point' ? [e.x, e.y] : 'radius' in e ? [e.radius] : [],
    ),
  }),
  path: ({ path, analysis }) => ({ length: path.length, extent: analysis.size }),
  section({ properties: { area, perimeter, centroid, box }, massPerLength }) {
    return { area, perimeter, centroid, extent: [...box.min, ...box.max], mass: massPerLength }
  },
  carried: ({ path, areas, strandLines = [] }) => ({
    length: [path.length, ...strandLines.map((l) => l.length)],
    area: areas,
  }),
  // Every place of a mesh goes into its volume: where that is finite, all of them are.
  bodies: (bodies) => ({
    volume: bodies.flatMap(({ figures: f }: Body) => [f.volume, f.meshVolume]),
    mass: bodies.map((b) => b.figures.mass),
  }),
  pieces: (pieces) => ({ length: pieces.flatMap((p) => [p.from, p.to]) }),
  table: ({ table }) => ({ 'bend table': table ? [...table.rows.map((r) => r.length), table.last] : [] }),
  blank: ({ developed, cut, mass, strands = [] }) => ({
    length: [developed.length, cut, ...strands.flatMap((s) => [s.developed, s.cut])],
    mass,
  }),
  forming: ({ bends, program }) => ({
    angle: bends.map((b) => b.set),
    radius: bends.flatMap((b) => [b.tool, b.got]),
    time: program.time,
  }),
  trims: (trims) => ({ length: trims.flatMap((t) => [t.gap, t.length]) }),
  cuts: ({ pieces }) => ({
    length: pieces.flatMap((p) => [p.lengths.long, p.lengths.short]),
    angle: pieces.flatMap((p) => [p.start, p.end].flatMap((e) => [e.setting.mitre, e.setting.bevel])),
    mass: pieces.map((p) => p.mass),
  }),
  figures: (figures) => ({ size: figures.values() }),
}

/** What of an output is no finite number, in words; undefined when all of it is. The net under every check that comes before. */
export function noNumberIn(output: StepOutput): string | undefined {
  for (const capability of CAPABILITIES) {
    const given = output[capability]
    if (given === undefined) continue
    const figuresOf = FIGURES[capability] as (given: unknown) => Figures
    for (const [name, v] of Object.entries(figuresOf(given)))
      for (const figure of typeof v === 'number' ? [v] : v) if (!Number.isFinite(figure)) return name
  }
  return undefined
}
