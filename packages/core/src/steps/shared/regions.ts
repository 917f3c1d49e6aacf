import type { Id } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import type { Station } from '../../document/index.ts'
import { arrange, pointAt, type Curve2 } from '../../plane/index.ts'
import { FURTHEST } from '../../path/index.ts'
import { loopsOf, reachAround, region, type Region, type Section } from '../../profile/index.ts'
import { openEnds, sizeOf, type SketchRegion } from '../../sketch/index.ts'
import { type SketchGiven, shortLength, type StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from './refusal.ts'

/** Share of boundary curves that must agree for a region to be taken as the one picked. */
const ALIKE = 0.5

/** A step that is made of regions of a sketch. */
interface OfRegions {
  readonly id: Id
  readonly regions: readonly (readonly Id[])[]
}

/** The section that the picked regions of a sketch make, or why there is none; codes begin with the step's `station`. */
export function regionsOfSketch(
  step: OfRegions,
  station: Station,
  sketch: SketchGiven,
  context: StepContext,
): Built<Section> {
  const what = station === 'profile' ? 'profile' : 'body'
  const refuse = (code: string, message: string) => refusal(step, station, `${what}.${code}`, message)
  if (sketch.regions.length === 0) {
    const gap = sketch.gaps[0] ?? openEnds(sketch.looseEnds).open[0]
    return refuse(
      'open',
      gap
        ? `Nothing in the sketch is closed; there is a gap of ${shortLength(gap.distance, context.display)}. Close it on the sheet.`
        : `Nothing in the sketch is closed; a ${what} needs an outline that meets itself.`,
    )
  }
  const picked = pickedRegions(step.regions, sketch)
  if (picked.length === 0)
    return refuse('gone', `The region of this ${what} is no longer in the sketch; choose it again.`)
  const joined = joinRegions(picked, sketch)
  if (!joined)
    return refuse(
      'apart',
      'The chosen regions cannot be put together to pieces with one outline each; choose others.',
    )
  const reach = reachAround(joined)
  if (station !== 'profile' && !(reach <= FURTHEST)) {
    const [is, most] = [reach, FURTHEST].map((v) => shortLength(v, context.display))
    return refuse('far', `The outline reaches ${is} from the middle of its sheet; ${most} is the most.`)
  }
  return { ok: true, value: joined }
}

/** The curve of the sketch that each edge of a section made of its regions lies on; a number tells those of one curve apart. */
export function edgeNamesOf(section: Section, sketch: SketchGiven): readonly string[] {
  const eps = tolerance.sketchMeet * sizeOf(sketch.entities)
  const drawn = sketch.regions.flatMap((r) => edgesOf(r).map((curve, i) => ({ curve, id: r.edges[i]! })))
  const times = new Map<string, number>()
  return loopsOf(section)
    .flat()
    .map((c, i) => {
      const id = drawn.find((d) => sameTrack(d.curve, c, eps))?.id ?? `edge${i}`
      const n = (times.get(id) ?? 0) + 1
      times.set(id, n)
      return n === 1 ? id : `${id}.${n}`
    })
}

/** The regions meant by the curves round them; by itself the one with the largest outline. */
export function pickedRegions(
  picks: readonly (readonly Id[])[],
  sketch: Pick<SketchGiven, 'regions'>,
): SketchRegion[] {
  if (picks.length === 0) return sketch.regions.length > 0 ? [sketch.regions.at(-1)!] : []
  const found = picks.flatMap((ids) => {
    const wanted = new Set(ids)
    let best: SketchRegion | undefined
    let bestShare = ALIKE
    for (const r of sketch.regions) {
      const both = r.curves.filter((id) => wanted.has(id)).length
      const share = both / (wanted.size + r.curves.length - both)
      if (share > bestShare || (share === 1 && share >= bestShare)) [best, bestShare] = [r, share]
    }
    return best ? [best] : []
  })
  return [...new Set(found)]
}

/** The chosen regions, those that share an edge put together; undefined if that makes no piece with one outline. */
function joinRegions(regions: readonly SketchRegion[], sketch: SketchGiven): Section | undefined {
  const eps = tolerance.sketchMeet * sizeOf(sketch.entities)
  const groups: SketchRegion[][] = []
  for (const r of regions) {
    const touching = groups.filter((g) => g.some((o) => shareEdge(r, o, eps)))
    for (const g of touching) groups.splice(groups.indexOf(g), 1)
    groups.push([r, ...touching.flat()])
  }
  const pieces = groups.map((g) => joinTouching(g, eps))
  return pieces.every((p) => p !== undefined) ? pieces : undefined
}

const edgesOf = (r: SketchRegion): readonly Curve2[] => [...r.outer, ...r.holes.flat()]

function shareEdge(a: SketchRegion, b: SketchRegion, eps: number): boolean {
  return edgesOf(a).some((e) => edgesOf(b).some((o) => sameTrack(e, o, eps)))
}

function joinTouching(regions: readonly SketchRegion[], eps: number): Region | undefined {
  const [first] = regions
  if (regions.length === 1) return region(first!.outer, first!.holes)
  const edges: Curve2[] = regions.flatMap(edgesOf)
  // An edge between two chosen regions appears twice and goes; the rest is arranged anew.
  const outlines = edges.filter((e, i) => !edges.some((o, j) => j !== i && sameTrack(e, o, eps)))
  const faces = arrange(outlines, eps).faces
  const outer = faces.filter((f) => regions.some((r) => f.area >= r.area - eps))
  if (outer.length !== 1) return undefined
  const [face] = outer
  return region(
    face!.outer.map((e) => e.curve),
    face!.holes.map((h) => h.map((e) => e.curve)),
  )
}

function sameTrack(a: Curve2, b: Curve2, eps: number): boolean {
  const near = (p: readonly [number, number], q: readonly [number, number]): boolean =>
    Math.hypot(p[0] - q[0], p[1] - q[1]) <= 4 * eps
  const [a0, am, a1] = [0, 0.5, 1].map((t) => pointAt(a, t))
  const [b0, bm, b1] = [0, 0.5, 1].map((t) => pointAt(b, t))
  return near(am!, bm!) && ((near(a0!, b1!) && near(a1!, b0!)) || (near(a0!, b0!) && near(a1!, b1!)))
}
