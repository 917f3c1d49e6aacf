import { spend } from '../../base/index.ts'
import type { RunStep } from './typed.ts'
import {
  areaAndCentroid,
  loopsOf,
  wound,
  woundPieces,
  woundStretch,
  type WoundPieces,
} from '../../profile/index.ts'
import { vec2 } from '../../plane/index.ts'
import {
  courseAt,
  courseRange,
  rollRate,
  rollRates,
  type Course,
  type Frames,
  type Strand,
} from '../../sweep/index.ts'

/** Strands that wind about their path, each square across its own line: as the plane across the path cuts them. */
export interface WindingStrands {
  /** They are cut alike all along. */
  readonly even: boolean
  at(strands: readonly Strand[], station: number): readonly Strand[]
}

/**
 * How the strands of a run wind; undefined where none does: without strands or roll, or where the section only travels. One that is too
 * thick for its winding is left as it is carried.
 */
export function windingOf(
  step: RunStep,
  strands: readonly Strand[],
  frames: Frames,
  scale: Course | undefined,
): WindingStrands | undefined {
  if (!step.strands || frames.turning === 'fixed' || frames.rolls.length === 0) return undefined
  const { most, even } = rollRates(frames)
  const scaled = scale ? courseRange(scale, 0, frames.path.length).most : 1
  const pieces = strands.map(({ bar: { section, centroid } }): WoundPieces | undefined => {
    const fastest = { section, centre: centroid, rate: most * scaled }
    if (vec2.length(centroid) * most === 0) return undefined
    const found = woundPieces(fastest)
    return wound(fastest, found) ? found : undefined
  })
  if (pieces.every((p) => p === undefined)) return undefined
  return {
    even: even && !scale,
    at(all, station) {
      const rate = rollRate(frames, station) * (scale ? courseAt(scale, station) : 1)
      let firstEdge = 0
      return all.map((strand, k): Strand => {
        const own = pieces[k] ? woundAt(strand, rate, pieces[k]) : strand
        const placed = { ...own, firstEdge }
        firstEdge += loopsOf(own.section).flat().length
        return placed
      })
    },
  }
}

function woundAt(strand: Strand, rate: number, pieces: WoundPieces): Strand {
  const { bar } = strand
  const by = (r: number) => {
    const of = { section: bar.section, centre: bar.centroid, rate: r }
    const section = wound(of, pieces)
    return section && { section, area: bar.area * woundStretch(of) }
  }
  const { section, area } = by(rate) ?? by(0)!
  spend(20 * loopsOf(section).flat().length, 'the strands')
  return { ...strand, winds: true, section, area, centroid: areaAndCentroid(section).centroid }
}
