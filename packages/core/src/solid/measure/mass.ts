import type { Id } from '../../base/index.ts'
import type { Body, BodyMaterial, Solid } from '../body.ts'
import { imageBy } from '../boolean/image.ts'
import type { Work } from '../boolean/made-body.ts'
import { volumeOf } from '../boolean/volume.ts'

/** A region of a body that is of one material. */
interface Region {
  readonly solid: Solid
  /** kg/mm3 */
  readonly density: number
}

/**
 * What a body weighs after something was done to it, kg, where it is known how large it is, mm3. Of one material it is that times its density;
 * of several each region weighs as its own: where bodies lie in each other, what was there first has its place.
 */
export function massAfter(before: Body, after: Solid, volume: number, work: Work): number {
  const densities = new Set(before.origins.all.flatMap((o) => o.materials.map((m) => m.density)))
  const mean = (before.figures.mass / before.figures.volume) * volume
  if (densities.size < 2) return mean
  let [all, mass] = [0, 0]
  for (const { solid, density } of regionsOf(after, (step) => work.origins.get(step)!.materials)) {
    const region = volumeOf(solid, work)
    if (!region.ok) return mean
    all += region.value.value
    mass += region.value.value * density
  }
  return all > 0 ? (volume * mass) / all : mean
}

/** The regions of a solid by what they are made of; none lie in each other. */
export function regionsOf(s: Solid, materialsOf: (step: Id) => readonly BodyMaterial[]): Region[] {
  const within = (of: Solid, change: (x: Solid) => Solid): Region[] =>
    regionsOf(of, materialsOf).map((r) => ({ ...r, solid: change(r.solid) }))
  switch (s.kind) {
    case 'joined':
      return s.of.flatMap((x, i) =>
        within(x, (r) => (i === 0 ? r : { kind: 'cut', of: r, by: s.of.slice(0, i) })),
      )
    case 'common':
      return within(s.of[0]!, (r) => ({ ...s, of: [r, ...s.of.slice(1)] }))
    case 'cut':
    case 'placed':
    case 'halved':
      return within(s.of, (of) => ({ ...s, of }))
    case 'parts':
      return within(s.of, (r) => ({ kind: 'common', of: [r, s] }))
    case 'mirrored':
      return within(s.of, (r) => r).flatMap((r) => [
        r,
        { ...r, solid: { kind: 'placed', of: r.solid, at: imageBy(s) } as const },
      ])
    case 'swept':
      return s.strands.map((x) => ({ solid: { ...s, strands: [x] }, density: x.density }))
    default:
      return [{ solid: s, density: materialsOf(s.step)[0]!.density }]
  }
}
