import type { Id } from '@flexum/core/base'
import type { Part } from '@flexum/core/recipe'
import type { PartResult } from '@flexum/core/recipe/evaluated'
import {
  edgesOfBody,
  edgeWords,
  facesOfBody,
  faceWords,
  type BodyEdge,
  type BodyFace,
} from '@flexum/core/solid'
import { shownBodies, type ShownBody } from './results.ts'

/** A face or an edge of bodies that is being picked in the picture, where these stand before a step. */
export interface Picking {
  /** The step that it is picked for: the bodies before it are shown. */
  readonly step: Id
  readonly what: 'face' | 'edge'
  /** Only flat faces are taken. */
  readonly flat?: boolean
  /** What to do, in a few words. */
  readonly hint: string
  /** Names of those that are chosen already. */
  readonly chosen: readonly string[]
  /** Goes on after one was picked. */
  readonly many?: boolean
  take(picked: PickedThing): void
}

/** What was picked: of the bodies of which step, by its name; with it, those that run on from it without a break. */
export interface PickedThing {
  readonly of: Id
  readonly name: string
  readonly how: 'one' | 'chain'
}

/** The bodies as they stand before a step. */
export function bodiesBefore(result: PartResult | undefined, step: Id): readonly ShownBody[] {
  if (!result) return []
  const index = result.steps.findIndex((s) => s.id === step)
  return shownBodies(index < 0 ? result : { ...result, steps: result.steps.slice(0, index) })
}

export interface PickableFace {
  readonly shown: ShownBody
  readonly face: BodyFace
  readonly words: string
}
export interface PickableEdge {
  readonly shown: ShownBody
  readonly edge: BodyEdge
  readonly words: string
}

const namesIn =
  (part: Part) =>
  (id: Id): string | undefined =>
    part.steps.find((s) => s.id === id)?.name

/** The faces that can be picked, of all bodies shown. */
export const pickableFaces = (part: Part, shown: readonly ShownBody[], flat = false): PickableFace[] =>
  shown.flatMap((s) =>
    facesOfBody(s.body)
      .faces.filter((f) => !flat || f.form.kind === 'plane')
      .map((face) => ({ shown: s, face, words: faceWords(face.name, namesIn(part)) })),
  )

/** The edges that can be picked, of all bodies shown. */
export const pickableEdges = (part: Part, shown: readonly ShownBody[]): PickableEdge[] =>
  shown.flatMap((s) =>
    edgesOfBody(s.body).map((edge) => ({ shown: s, edge, words: edgeWords(edge.name, namesIn(part)) })),
  )
