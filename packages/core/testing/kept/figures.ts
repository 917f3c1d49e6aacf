import { type Part } from '../../src/recipe/index.ts'
import { massOf, volumeOf, type PartResult, type StepOutput } from '../../src/recipe/evaluated/index.ts'

/** What a part comes to, as it is kept beside it: by step its state, its figures and the codes of its findings. */
export interface KeptFigures {
  readonly mass: number | null
  readonly volume: number | null
  readonly steps: readonly {
    readonly id: string
    readonly state: string
    readonly codes: readonly string[]
    readonly figures: readonly number[]
  }[]
}

/** A part as it was written, with what it came to then. */
export interface KeptPart {
  readonly name: string
  readonly part: Part
  readonly came: KeptFigures
}

/** The figures that a result gives, in an order that stays. */
function figuresOfOutput(output: StepOutput): number[] {
  const { path, section, carried, bodies, trims: meetings, blank, forming, cuts, table, sketch } = output
  return [
    ...(path ? [path.analysis.length, path.nodes.length] : []),
    ...(section ? [section.properties.area, section.massPerLength] : []),
    ...(carried ? [carried.path.length, carried.corners.length, carried.instances.length] : []),
    ...(bodies ?? []).flatMap((b) => [b.figures.volume, b.figures.mass]),
    ...(meetings ?? []).flatMap((m) => [m.gap, m.shortest.along, m.longest.along]),
    ...(blank ? [blank.cut, blank.mass, blank.developed.length] : []),
    ...(forming ? forming.bends.flatMap((b) => [b.tool, b.set, b.got]) : []),
    ...(cuts ? cuts.pieces.flatMap((p) => [p.lengths.long, p.lengths.short, p.mass]) : []),
    ...(table?.table ? table.table.rows.map((r) => r.angle) : []),
    ...(sketch ? [sketch.loose, sketch.regions.length, sketch.gaps.length] : []),
  ]
}

export function figuresOfPart(part: Part, result: PartResult): KeptFigures {
  return {
    mass: massOf(result) ?? null,
    volume: volumeOf(result) ?? null,
    steps: part.steps.flatMap((s) => {
      const r = result.steps.find((x) => x.id === s.id)
      if (!r) return []
      return {
        id: s.id,
        state: r.state,
        codes: r.findings.map((f) => f.code).sort(),
        figures: r.state === 'good' && r.output ? figuresOfOutput(r.output) : [],
      }
    }),
  }
}
