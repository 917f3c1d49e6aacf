import { ok, type Id } from '../../base/index.ts'
import { formulaText, type DimensionName } from '../../units/index.ts'
import { LIMITS, mapFields, mapSame, type StepBase, type StepKind } from '../../document/index.ts'
import { SHEET_KINDS, wrongReference } from './typed-references.ts'
import { sketchSchema } from './typed-schema.ts'
import {
  MAIN_PLANES,
  type SheetPlane,
  type SheetFacing,
  type SketchItem,
  type SketchConstraint,
  type SheetPicture,
  type SketchMeasured,
  type Followed,
  type SketchDimension,
} from './typed-drawing.ts'

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
