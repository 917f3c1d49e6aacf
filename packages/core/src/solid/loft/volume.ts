import { spend } from '../../base/index.ts'
import { gaussRule } from '../../num/index.ts'
import { loopIntegrals } from '../../plane/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { across, lengthsOf, rowAt, wrapped, type Loft } from './surface.ts'

/** Places of Gauss's rule round a stretch of the outlines, and across a span: the integrand goes with the eighth power there, nine places hold that. */
const AROUND = 10
const ACROSS = 5
/** A stretch is no longer than this share of the outline. */
const LONGEST = 1 / 16
/** Steps of differences: as a share of the outline, and of a span, where what is cubic comes out exactly but for round-off. */
const STEP_ROUND = 1e-5
const STEP_ACROSS = 1e-3

/** What a blend encloses, mm3, and its whole skin, mm2. */
interface BlendSums {
  readonly volume: number
  readonly area: number
}

/**
 * Volume of a blend, mm3, by the divergence theorem over its side and its last cap, from a place in the plane of the first: Gauss's rule
 * between all places where an outline breaks. Good to 1e-8 of it or better where outlines are of lines and arcs; below 0 where it is
 * inside out. For outlines that turn the same way about the way across, as they are aligned.
 */
export const loftVolume = (blend: Loft): number => sumsOf(blend, AROUND, ACROSS).volume

/** Volume and area of a blend with how far they may be off: by the difference to a rule of fewer places. */
export function loftFigures(blend: Loft): {
  readonly [F in keyof BlendSums]: { readonly value: number; readonly error: number }
} {
  const [few, many] = [sumsOf(blend, AROUND, ACROSS), sumsOf(blend, AROUND + 3, 2 * ACROSS)]
  const of = (figure: keyof BlendSums) => {
    const value = many[figure]
    return { value, error: 2 * Math.abs(value - few[figure]) + DIFFERENCES * Math.abs(value) }
  }
  return { volume: of('volume'), area: of('area') }
}

/** Share of a figure that slopes by differences leave, with something to spare. */
const DIFFERENCES = 1e-8

function sumsOf(blend: Loft, nodesAround: number, nodesAcross: number): BlendSums {
  const { sections } = blend
  const origin = sections[0]!.plane.origin
  const [around, over] = [gaussRule(nodesAround), gaussRule(nodesAcross)]
  const spans = sections.length - 1
  const stretches = stretchesOf(blend)
  spend(stretches.length * nodesAround * spans * nodesAcross * 20, 'the volume of a blend')
  let [moment, side] = [0, 0]
  for (const [from, to] of stretches)
    around.nodes.forEach((x, i) => {
      const share = (from + to) / 2 + ((to - from) / 2) * x
      const [row, before, after] = [share, share - STEP_ROUND, share + STEP_ROUND].map((u) =>
        rowAt(blend, u),
      ) as [ReturnType<typeof rowAt>, ReturnType<typeof rowAt>, ReturnType<typeof rowAt>]
      for (let span = 0; span < spans; span++)
        over.nodes.forEach((y, j) => {
          const t = (1 + y) / 2
          const p = across(row, blend, span, t)
          const round = vec3.scale(
            vec3.sub(across(after, blend, span, t), across(before, blend, span, t)),
            1 / (2 * STEP_ROUND),
          )
          const way = slope((s) => across(row, blend, span, s), t)
          const weight = around.weights[i]! * over.weights[j]! * ((to - from) / 4)
          const normal = vec3.cross(round, way)
          moment += weight * vec3.dot(vec3.sub(p, origin), normal)
          side += weight * vec3.length(normal)
        })
    })
  const [first, last] = [sections[0]!, sections.at(-1)!]
  const normal = vec3.cross(last.plane.x, last.plane.y)
  const [start, end] = [first, last].map((s) => loopIntegrals(s.loop).area) as [number, number]
  const cap = vec3.dot(vec3.sub(last.plane.origin, origin), normal) * end
  return { volume: (moment + cap) / 3, area: side + Math.abs(start) + Math.abs(end) }
}

/** The slope of what is cubic, without error but round-off: by two differences. */
function slope(at: (t: number) => Vec3, t: number): Vec3 {
  const by = (h: number): Vec3 => vec3.scale(vec3.sub(at(t + h), at(t - h)), 1 / (2 * h))
  return vec3.addScaled(vec3.scale(by(STEP_ACROSS), 4 / 3), by(2 * STEP_ACROSS), -1 / 3)
}

/** The stretches round, 0 to 1, on which all outlines go on smoothly. */
function stretchesOf({ sections }: Loft): readonly (readonly [number, number])[] {
  const breaks = new Set<number>([0, 1])
  for (const { loop, knots } of sections) {
    const lengths = lengthsOf(loop)
    const total = lengths.reduce((sum, l) => sum + l, 0)
    let from = 0
    const ends = [...knots.map(wrapped), ...lengths.map((l) => (from += l) / total)]
    for (const end of ends) {
      // How far round the outlines a place of this one is met.
      for (let k = 0; k < knots.length; k++) {
        const [low, high] = [knots[k]!, knots[k + 1] ?? knots[0]! + 1]
        const beyond = wrapped(end - low)
        if (beyond <= high - low) breaks.add((k + beyond / (high - low)) / knots.length)
      }
    }
  }
  const all = [...breaks].filter((b) => b >= 0 && b <= 1).sort((a, b) => a - b)
  return all.slice(1).flatMap((to, i) => {
    const from = all[i]!
    const parts = Math.ceil((to - from) / LONGEST)
    return to - from < 4 * STEP_ROUND
      ? []
      : Array.from(
          { length: parts },
          (_, k) => [from + ((to - from) * k) / parts, from + ((to - from) * (k + 1)) / parts] as const,
        )
  })
}
