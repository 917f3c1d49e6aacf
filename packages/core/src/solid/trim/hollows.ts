import { loopsOf, reverseLoop, type Region, type Section } from '../../profile/index.ts'
import type { Solid } from '../body.ts'
import { insideOfRevolved } from './inside-revolved.ts'
import { imageBy } from '../boolean/image.ts'
import { keptWith } from '../../base/index.ts'

/** A section without its holes. */
export const withoutHoles = (section: Section): Section => section.map((r) => ({ outer: r.outer, holes: [] }))

/** The holes of a section as regions of their own, the points of their outlines the very same. */
export const holesOf = (section: Section): Region[] =>
  section.flatMap((r) => r.holes.map((h): Region => ({ outer: reverseLoop(h), holes: [] })))

/** A solid with the sections of its runs and extrusions changed; undefined sections leave nothing of them. */
export function withSections(solid: Solid, change: (s: Section) => Section): Solid {
  switch (solid.kind) {
    case 'swept':
      return { ...solid, strands: solid.strands.map((x) => ({ ...x, section: change(x.section) })) }
    case 'extruded':
      return {
        ...solid,
        section: change(solid.section),
        ...(solid.end ? { end: change(solid.end) } : {}),
      }
    case 'revolved':
    case 'edged':
    case 'cornered':
    case 'lofted':
    case 'imported':
    case 'raised':
      return solid
    case 'joined':
    case 'common':
      return { ...solid, of: solid.of.map((x) => withSections(x, change)) }
    case 'cut':
    case 'parts':
    case 'placed':
    case 'mirrored':
    case 'halved':
      return { ...solid, of: withSections(solid.of, change) }
  }
}

/** A solid as if all its hollows were filled: bores of sections, and what was cut away of it. */
export function filled(solid: Solid): Solid {
  switch (solid.kind) {
    case 'swept':
    case 'extruded':
      return withSections(solid, withoutHoles)
    case 'revolved': {
      const hollows = hollowsOf(solid)
      return hollows.length > 0 ? { kind: 'joined', of: [solid, ...hollows] } : solid
    }
    case 'edged':
    case 'cornered':
    case 'lofted':
    case 'imported':
    case 'raised':
      return solid
    case 'cut':
      return filled(solid.of)
    case 'joined':
    case 'common':
      return { ...solid, of: solid.of.map(filled) }
    case 'parts': {
      // By what it was cut for its parts to fall apart it stays cut: that is no hollow of it.
      const { of } = solid
      return { ...solid, of: of.kind === 'cut' ? { ...of, of: filled(of.of) } : filled(of) }
    }
    case 'placed':
    case 'mirrored':
    case 'halved':
      return { ...solid, of: filled(solid.of) }
  }
}

/** What a solid is hollow by: the bores of its sections, what was cut away of it, the inside of what is turned. */
export function hollowsOf(solid: Solid): readonly Solid[] {
  switch (solid.kind) {
    case 'swept': {
      const holes = solid.strands.flatMap((x) => holesOf(x.section))
      if (holes.length === 0) return []
      const [first] = solid.strands
      return [{ ...solid, outline: undefined, made: [], strands: [{ ...first!, section: holes }] }]
    }
    case 'extruded': {
      const holes = holesOf(solid.section)
      const end = solid.end && { end: holesOf(solid.end) }
      return holes.length > 0 ? [{ ...solid, section: holes, ...end }] : []
    }
    case 'edged':
    case 'cornered':
    case 'lofted':
    case 'imported':
    case 'raised':
      return []
    case 'revolved': {
      // The same each time, so that it is known as the same.
      const inside = insides.get(solid) ?? insideOfRevolved(solid)
      insides.put(solid, inside)
      return inside
    }
    case 'cut':
      return [...solid.by, ...hollowsOf(solid.of)]
    case 'joined':
    case 'common':
      return solid.of.flatMap(hollowsOf)
    case 'placed':
      return hollowsOf(solid.of).map((of): Solid => ({ kind: 'placed', of, at: solid.at }))
    case 'parts':
      return hollowsOf(solid.of.kind === 'cut' ? solid.of.of : solid.of)
    case 'halved':
      return hollowsOf(solid.of)
    case 'mirrored':
      return hollowsOf(solid.of).flatMap((of): Solid[] => [of, { kind: 'placed', of, at: imageBy(solid) }])
  }
}

/** Of each that is turned what it is hollow by, so long as it is held. */
const insides = keptWith<Solid, readonly Solid[]>()

/** Whether a section has a hole anywhere. */
export const isHollow = (section: Section): boolean => loopsOf(section).length > section.length
