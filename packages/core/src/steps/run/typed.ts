import { boolean, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import type { Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  LIMITS,
  record,
  operationSchema,
  type Operation,
} from '../../document/index.ts'
import {
  directionSchema,
  mapDirection,
  mapScale,
  mapShaping,
  mapTwist,
  scaleSchema,
  shapingSchema,
  twistSchema,
  type Direction,
  type ScaleEntry,
  type ShapingEntry,
  type TwistEntry,
} from './typed-course.ts'
import { ORIENTATIONS, type Orientation } from '../../sweep/index.ts'
import {
  cornersSchema,
  endsSchema,
  mapEnds,
  mapPart,
  partSchema,
  type CornersEntry,
  type EndsEntry,
  type PartEntry,
} from './typed-ends.ts'
import { copiesSchema, mapCopies, type CopiesEntry } from '../shared/typed-copies.ts'
import { type Look, type Anchor, LOOKS, ANCHORS } from '../../profile/index.ts'
import { mapStrands, strandsSchema, type StrandsEntry } from './typed-strands.ts'

/** A point of the section by its own coordinates. */
export interface AnchorPoint {
  readonly x: Formula
  readonly y: Formula
}

/** One profile, or a group of strands, carried along one path. */
export interface RunStep extends StepBase {
  readonly kind: 'run'
  readonly path: Id
  readonly profile: Id
  readonly turning: Orientation
  /** Where up leans in upright turning; straight up when it is not said. */
  readonly up?: Direction
  readonly anchor: Anchor
  /** Where the anchor is when it is a point of its own. */
  readonly point?: AnchorPoint
  /** Turn of the section about the path, right-hand rule about travel. */
  readonly clock: Formula
  /** Mirrored left to right about its anchor. */
  readonly flip: boolean
  /** All of it is moved so that it begins where its section was drawn; without it, it stands where its path lies. */
  readonly stands?: 'section'
  readonly strands?: StrandsEntry
  readonly twist?: TwistEntry
  readonly scale?: ScaleEntry
  readonly shaping?: readonly ShapingEntry[]
  readonly part?: PartEntry
  readonly corners?: CornersEntry
  readonly ends?: EndsEntry
  readonly copies?: readonly CopiesEntry[]
  /** Bends that touch and turn alike stay bends of their own in the bend table; else they are one. */
  readonly partedBends?: boolean
  /** A look of its own in pictures; else that of the material. */
  readonly look?: Look
  /** Built and counted, and not drawn. */
  readonly hidden?: boolean
  readonly does?: Operation
}

declare module '../../document/change.ts' {
  interface Changes {
    'change-run': {
      readonly step: Id
      readonly choices: Partial<Pick<RunStep, 'turning' | 'corners' | 'anchor' | 'flip' | 'ends'>>
    }
  }
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly run: RunStep
  }
}

export const runKind: StepKind<RunStep> = {
  kind: 'run',
  title: 'Run',
  station: 'run',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['run']).required(),
    path: idSchema,
    profile: idSchema,
    turning: string()
      .strict()
      .oneOf([...ORIENTATIONS], `turning is one of ${ORIENTATIONS.join(', ')}`)
      .required('a turning is missing here'),
    up: directionSchema,
    anchor: string()
      .strict()
      .oneOf([...ANCHORS], `an anchor is one of ${ANCHORS.join(', ')}`)
      .required('an anchor is missing here'),
    point: record({ x: formulaSchema, y: formulaSchema }).optional().default(undefined),
    clock: formulaSchema,
    flip: flagSchema,
    stands: string().strict().oneOf(['section'], 'a run may stand as its "section" was drawn').optional(),
    strands: strandsSchema,
    twist: twistSchema,
    scale: scaleSchema,
    shaping: shapingSchema,
    part: partSchema,
    corners: cornersSchema,
    ends: endsSchema,
    copies: copiesSchema,
    look: string()
      .strict()
      .oneOf([...LOOKS], `a look is one of ${LOOKS.join(', ')}`)
      .optional(),
    partedBends: boolean().strict().optional(),
    hidden: boolean().strict().optional(),
    does: operationSchema,
  }),
  gives: ['carried', 'bodies', 'pieces', 'table'],
  inputs: (step) => [
    { id: step.path, gives: 'path' },
    { id: step.profile, gives: 'section' },
    ...(step.strands?.kind === 'free'
      ? step.strands.places.flatMap((p) =>
          p.profile === null ? [] : [{ id: p.profile, gives: 'section' } as const],
        )
      : []),
  ],
  fresh(base, around) {
    const [path, profile] = [around.last('path'), around.last('section')]
    if (path === undefined) return fail(fault('step.needs', 'A run needs a path first'))
    if (profile === undefined) return fail(fault('step.needs', 'A run needs a profile first'))
    return ok({
      ...base,
      kind: 'run',
      path,
      profile,
      turning: around.isBetweenFaces(path) ? 'faces' : 'square',
      anchor: 'centroid',
      clock: '0',
      flip: false,
    })
  },
  ids: (step) => [
    ...(step.strands?.kind === 'free' ? step.strands.places : []).map((x) => x.id),
    ...[...(step.shaping ?? []), ...(step.copies ?? [])].map((x) => x.id),
  ],
  limits: (step) => [
    [step.shaping?.length ?? 0, LIMITS.shaped, 'shaped sizes'],
    [step.copies?.length ?? 0, LIMITS.copiesEntries, 'ways of copying'],
    [step.strands?.kind === 'free' ? step.strands.places.length : 0, LIMITS.strands, 'strands'],
  ],
  mapFormulas(step, visit) {
    const mapped = mapFields(step, [['clock', 'angle']], '', visit)
    const point =
      step.point &&
      mapFields(
        step.point,
        [
          ['x', 'length'],
          ['y', 'length'],
        ],
        'point/',
        visit,
      )
    const parts = {
      point,
      up: step.up && mapDirection(step.up, 'up/', visit),
      strands: step.strands && mapStrands(step.strands, visit),
      twist: step.twist && mapTwist(step.twist, visit),
      scale: step.scale && mapScale(step.scale, visit),
      shaping: step.shaping && mapShaping(step.shaping, visit),
      part: step.part && mapPart(step.part, visit),
      ends: step.ends && mapEnds(step.ends, visit),
      copies: step.copies && mapCopies(step.copies, visit),
    }
    const changed = Object.entries(parts).filter(([key, value]) => value !== step[key as keyof RunStep])
    return changed.length === 0 ? mapped : { ...mapped, ...Object.fromEntries(changed) }
  },
}
