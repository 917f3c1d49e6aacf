import { ok, type Result } from '../base/index.ts'
import { arc2, type Vec2 } from '../plane/index.ts'
import { TURN } from '../num/index.ts'
import { region, type Region, type Section } from './region.ts'
import { needPositive, refuse, type Sizes } from './sizes.ts'

/** Most layers round the middle wire: 6 of them are 127 wires. */
const MOST_LAYERS = 6

/** Where the outline of each wire begins, rad: away from where wires touch, so that their meshes share no vertex. */
const SEAM = 0.05

/**
 * A cable of equal wires laid in layers round a middle one: layer k holds 6 k wires on a circle of k wire diameters, so
 * that neighbours of the first layer touch and those further out nearly do; over all it is (2 layers + 1) wires across.
 * Lay (the twist of the wires) is given by the run's twist, not by the section.
 */
export function cable(s: Sizes<'wire' | 'layers'>): Result<Region | Section> {
  const bad = needPositive(s, ['wire'])
  if (bad) return bad
  if (!Number.isInteger(s.layers) || s.layers < 0 || s.layers > MOST_LAYERS)
    return refuse(`layers must be a whole number from 0 to ${MOST_LAYERS}, not ${s.layers}`)
  const middles: Vec2[] = [[0, 0]]
  for (let layer = 1; layer <= s.layers; layer++)
    for (let i = 0; i < 6 * layer; i++) {
      const a = (TURN * i) / (6 * layer)
      middles.push([layer * s.wire * Math.cos(a), layer * s.wire * Math.sin(a)])
    }
  return ok(middles.map((m) => region([arc2(m, s.wire / 2, SEAM, TURN)])))
}
