import { ok, type Id } from '../../base/index.ts'
import { formulaText, type DimensionName, type Formula } from '../../units/index.ts'
import { LIMITS, mapFields, mapSame, type StepBase, type StepKind } from '../../document/index.ts'
import type { PickedFace } from '../shared/typed-picked.ts'
import { SHEET_KINDS, wrongReference } from './typed-references.ts'
import { sketchSchema } from './typed-schema.ts'

/** Where a sheet lies. Offsets go along the plane's normal, toward whoever looks at it. */
export type SheetPlane =
  | { readonly kind: 'xy' | 'xz' | 'yz'; readonly offset: Formula }
  /** Square to a path at a station of it. */
  | { readonly kind: 'square'; readonly path: Id; readonly station: Formula }
  /** Through three nodes of a path: the first is the origin, the second lies across. */
  | { readonly kind: 'nodes'; readonly path: Id; readonly nodes: readonly [Id, Id, Id] }
  /** Through three places of earlier steps: the first is the origin, the second lies across. */
  | { readonly kind: 'points'; readonly points: readonly [Followed, Followed, Followed] }
  /** Through a line from one place to another, turned about it by an angle; level at none. */
  | { readonly kind: 'tilted'; readonly along: readonly [Followed, Followed]; readonly angle: Formula }
  /** On a flat face of a body, seen from outside, at an offset from it. */
  | { readonly kind: 'face'; readonly on: PickedFace; readonly offset: Formula }
  /** Parallel to a main plane or to another sheet, through a place of an earlier step. */
  | { readonly kind: 'parallel'; readonly to: Id; readonly through: Followed }

/** The main planes, by which a sheet may be told. */
export const MAIN_PLANES = ['xy', 'xz', 'yz'] as const

/** How a sheet lies in its plane: seen from behind, and turned by quarters, to the left as it is seen. */
export interface SheetFacing {
  readonly over: boolean
  readonly quarters: 0 | 1 | 2 | 3
}

interface Curve {
  readonly id: Id
  readonly guide?: boolean
}

/** Drawn things with the coordinates they were last seen with, mm: solving starts from there. */
export type SketchItem =
  | { readonly kind: 'point'; readonly id: Id; readonly x: number; readonly y: number }
  | (Curve & { readonly kind: 'line'; readonly from: Id; readonly to: Id })
  | (Curve & {
      readonly kind: 'arc'
      readonly centre: Id
      readonly from: Id
      readonly to: Id
      readonly radius: number
      readonly clockwise: boolean
    })
  | (Curve & { readonly kind: 'circle'; readonly centre: Id; readonly radius: number })
  | (Curve & { readonly kind: 'ellipse'; readonly centre: Id; readonly end: Id; readonly radius: number })
  | (Curve & {
      readonly kind: 'spline'
      readonly points: readonly Id[]
      readonly form: 'through' | 'control'
      readonly degree: 2 | 3 | 4 | 5
    })

/** A place of an earlier step: of its drawing, its path or its body, by the name it has there. */
export interface Followed {
  readonly step: Id
  readonly of: 'sketch' | 'path' | 'carried' | 'bodies'
  readonly place: string
}

export type SketchMeasured =
  | { readonly of: 'distance' | 'across' | 'up'; readonly a: Id; readonly b: Id }
  | { readonly of: 'off-line'; readonly point: Id; readonly line: Id }
  | { readonly of: 'angle'; readonly a: Id; readonly b: Id; readonly turned?: boolean }
  | { readonly of: 'radius' | 'diameter' | 'arc-length' | 'sweep'; readonly round: Id }
  /** Radius of round b less radius of round a. */
  | { readonly of: 'between'; readonly a: Id; readonly b: Id }
  | { readonly of: 'chain'; readonly curves: readonly Id[] }

/**
 * A dimension of a sketch. A driving one has a formula and makes the shape follow it; a reference only measures. `side`
 * is the sign its measure has on the side it was put on. A held reference keeps what it measures while things are
 * dragged. `plus` and `minus` are an optional tolerance, '' for none. `place` is where its text stands, mm from the middle
 * of what it measures.
 */
export interface SketchDimension {
  readonly kind: 'dimension'
  readonly id: Id
  readonly name: string
  readonly measured: SketchMeasured
  readonly role: 'driving' | 'reference'
  readonly formula: Formula
  readonly side: 1 | -1
  readonly held: boolean
  readonly plus: Formula
  readonly minus: Formula
  readonly place: readonly [number, number]
}

export type SketchRelation =
  | { readonly kind: 'coincident'; readonly id: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'horizontal' | 'vertical'; readonly id: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'midpoint'; readonly id: Id; readonly point: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'arc-middle'; readonly id: Id; readonly point: Id; readonly round: Id }
  | { readonly kind: 'symmetric'; readonly id: Id; readonly a: Id; readonly b: Id; readonly line: Id }
  /** A point that stays; one that follows a place of an earlier step stays where that was last, until it is known anew. */
  | {
      readonly kind: 'fixed'
      readonly id: Id
      readonly point: Id
      readonly x: number
      readonly y: number
      readonly follows?: Followed
    }
  | { readonly kind: 'point-on'; readonly id: Id; readonly point: Id; readonly curve: Id }
  | {
      readonly kind: 'parallel' | 'perpendicular' | 'collinear' | 'equal' | 'concentric'
      readonly id: Id
      readonly a: Id
      readonly b: Id
    }
  | {
      readonly kind: 'tangent'
      readonly id: Id
      readonly a: Id
      readonly b: Id
      readonly at?: Id
      readonly side: 1 | -1
    }
  | { readonly kind: 'curvature'; readonly id: Id; readonly spline: Id; readonly with: Id; readonly at: Id }

export type SketchConstraint = SketchRelation | SketchDimension

/**
 * A picture laid on the sheet to be traced: which it is, its size in px, where its lower left corner is, mm a px across,
 * turn. Pixels that are not square are `stretch` times as high as wide.
 */
export interface SheetPicture {
  readonly image: string
  readonly width: number
  readonly height: number
  readonly at: readonly [number, number]
  readonly scale: number
  readonly angle: number
  /** How strongly it is seen, 0 to 1. */
  readonly shade: number
  readonly stretch?: number
  /** What its scale was set by: the way between two places in px, and their true distance, mm. */
  readonly known?: { readonly px: readonly [number, number]; readonly distance: number }
}

/** A drawing on a plane: paths and profiles are taken from it. */
export interface SketchStep extends StepBase {
  readonly kind: 'sketch'
  readonly plane: SheetPlane
  /** As the plane is by itself where it is not said. */
  readonly facing?: SheetFacing
  readonly entities: readonly SketchItem[]
  readonly constraints: readonly SketchConstraint[]
  readonly picture?: SheetPicture
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly sketch: SketchStep
  }
}

/** What a dimension's formula comes to. */
export function dimensionOfMeasured(m: SketchMeasured): DimensionName {
  return m.of === 'angle' || m.of === 'sweep' ? 'angle' : 'length'
}

export const sketchKind: StepKind<SketchStep> = {
  kind: 'sketch',
  title: 'Sketch',
  called: calledByUse,
  stationAmong(step, all) {
    const [path, profile, body] = usesOf(step, all)
    if (path) return 'path'
    return profile ? 'profile' : body ? 'fit' : 'path'
  },
  station: 'path',
  schema: sketchSchema,
  gives: ['sketch', 'figures'],
  inputs: stepsFollowed,
  pictures: (step) => (step.picture ? [step.picture.image] : []),
  fresh: (base) =>
    ok({
      ...base,
      kind: 'sketch',
      plane: { kind: 'xz', offset: '0' },
      entities: [],
      constraints: [],
    }),
  defines: (step) =>
    dimensionsOf(step).map((d) => ({
      id: d.id,
      name: d.name,
      dimension: dimensionOfMeasured(d.measured),
      formula: d.role === 'driving' ? d.formula : undefined,
    })),
  renamed: (step, from, to) => ({
    ...step,
    constraints: step.constraints.map((c) =>
      c.kind === 'dimension' && c.name === from ? { ...c, name: to } : c,
    ),
  }),
  limits: (step) => [
    [step.entities.length, LIMITS.sketchEntities, 'entities'],
    [step.constraints.length, LIMITS.sketchEntities, 'constraints'],
    ...step.entities.flatMap((e) =>
      e.kind === 'spline' ? [[e.points.length, LIMITS.splinePoints, 'points of a spline'] as const] : [],
    ),
  ],
  broken: brokenSketch,
  mapFormulas(step, visit) {
    const { plane } = step
    const placed = planeMapped(plane, visit)
    const constraints = mapSame(step.constraints, (c) => {
      if (c.kind !== 'dimension') return c
      const dimension = dimensionOfMeasured(c.measured)
      const fields = (['formula', 'plus', 'minus'] as const)
        .filter((k) => (k === 'formula' ? c.role === 'driving' : formulaText(c[k]) !== ''))
        .map((k) => [k, dimension] as const)
      return mapFields(c, fields, `constraints/${c.id}/`, visit)
    })
    return placed === plane && constraints === step.constraints
      ? step
      : { ...step, plane: placed, constraints }
  },
}

/** The steps whose places a sketch lies on or follows, each once for its drawing and once for its path. */
function stepsFollowed({ plane, constraints }: SketchStep): { id: Id; gives: Followed['of'] }[] {
  const found = new Map<string, { id: Id; gives: Followed['of'] }>()
  const put = (f: Followed): void => void found.set(`${f.of} ${f.step}`, { id: f.step, gives: f.of })
  if (plane.kind === 'square' || plane.kind === 'nodes') put({ step: plane.path, of: 'path', place: '' })
  if (plane.kind === 'points') plane.points.forEach(put)
  if (plane.kind === 'tilted') plane.along.forEach(put)
  if (plane.kind === 'face') put({ step: plane.on.of, of: 'bodies', place: '' })
  if (plane.kind === 'parallel') {
    put(plane.through)
    if (!isMainPlane(plane.to)) put({ step: plane.to, of: 'sketch', place: '' })
  }
  for (const c of constraints) if (c.kind === 'fixed' && c.follows) put(c.follows)
  return [...found.values()]
}

export const isMainPlane = (name: string): name is (typeof MAIN_PLANES)[number] =>
  (MAIN_PLANES as readonly string[]).includes(name)

function planeMapped(plane: SheetPlane, visit: Parameters<typeof mapFields>[3]): SheetPlane {
  switch (plane.kind) {
    case 'square':
      return mapFields(plane, [['station', 'length']], 'plane/', visit)
    case 'tilted':
      return mapFields(plane, [['angle', 'angle']], 'plane/', visit)
    case 'nodes':
    case 'points':
    case 'parallel':
      return plane
    default:
      return mapFields(plane, [['offset', 'length']], 'plane/', visit)
  }
}

/** Whether a path, a profile, a body is made of it. */
function usesOf(
  { id }: SketchStep,
  all: readonly StepBase[],
): readonly [path: boolean, profile: boolean, body: boolean] {
  const taken = (kind: string): boolean =>
    all.some((s) => s.kind === kind && (s as StepBase & { readonly sketch?: Id }).sketch === id)
  return [taken('sketch-path'), taken('sketch-profile'), taken('extruded') || taken('turned')]
}

function calledByUse(step: SketchStep, all: readonly StepBase[]): string {
  const [path, profile, body] = usesOf(step, all)
  const uses = [path && 'path', profile && 'profile', body && 'body'].filter((u) => u !== false)
  if (uses.length === 0) return 'Sketch'
  const words = uses.length === 1 ? uses[0]! : `${uses.slice(0, -1).join(', ')} and ${uses.at(-1)}`
  return `${words[0]!.toUpperCase()}${words.slice(1)} sketch`
}

/** All dimensions of sketches, with the step they are in. */
export function dimensionsOf(step: SketchStep): readonly SketchDimension[] {
  return step.constraints.filter((c) => c.kind === 'dimension')
}

/** What is wrong with the ids and references inside a sketch. */
function* brokenSketch(step: SketchStep): Generator<string> {
  const where = `in the sketch "${step.name}"`
  const seen = new Set<Id>()
  for (const x of [...step.entities, ...step.constraints]) {
    if (seen.has(x.id) || SHEET_KINDS.has(x.id)) yield `${where} the id "${x.id}" is used twice`
    seen.add(x.id)
  }
  const kinds = new Map(step.entities.map((e) => [e.id, e.kind]))
  const kindOf = (id: Id) => kinds.get(id) ?? SHEET_KINDS.get(id)
  for (const x of [...step.entities, ...step.constraints]) {
    const wrong = wrongReference(x, kindOf)
    if (wrong !== undefined) yield `${where} ${wrong}`
  }
}
