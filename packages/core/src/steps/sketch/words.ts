import { memoLast, type Id } from '../../base/index.ts'
import type { SketchConstraint, SketchDimension, SketchItem, SketchMeasured } from './typed-drawing.ts'
import type { SketchStep } from './typed.ts'
import { isBuiltIn } from '../../sketch/index.ts'

const SHEET_NAMES: Readonly<Record<Id, string>> = {
  origin: 'the origin',
  'across-axis': 'the axis across',
  'up-axis': 'the axis up',
}

const KIND_WORDS: Readonly<Record<SketchItem['kind'], string>> = {
  point: 'point',
  line: 'line',
  arc: 'arc',
  circle: 'circle',
  ellipse: 'ellipse',
  spline: 'spline',
}

/** The names of all that a sketch holds, for as long as it is the same and nothing was put in. */
const namesIn = memoLast((entities: readonly SketchItem[], _count: number) => namesOf(entities))

/** An entity in words: its kind and its number among those of its kind; an end is named by its curve. */
export function entityName({ entities }: Pick<SketchStep, 'entities'>, id: Id): string {
  const sheet = SHEET_NAMES[id]
  if (sheet) return sheet
  return namesIn(entities, entities.length).get(id) ?? 'something that is gone'
}

function namesOf(entities: readonly SketchItem[]): ReadonlyMap<Id, string> {
  const names = new Map<Id, string>()
  const counts = new Map<SketchItem['kind'], number>()
  const points: [Id, string][] = []
  for (const e of entities) {
    const n = (counts.get(e.kind) ?? 0) + 1
    counts.set(e.kind, n)
    const name = `${e.kind !== 'point' && e.guide ? 'guide ' : ''}${KIND_WORDS[e.kind]} ${n}`
    if (e.kind === 'point') points.push([e.id, name])
    else {
      names.set(e.id, name)
      // The first curve that a point belongs to names it.
      for (const [point, words] of pointsIn(e, name)) if (!names.has(point)) names.set(point, words)
    }
  }
  for (const [id, name] of points) if (!names.has(id)) names.set(id, name)
  return names
}

/** What the points of a curve are on it; where one is several things, the first counts. */
function pointsIn(e: Exclude<SketchItem, { kind: 'point' }>, name: string): [Id, string][] {
  switch (e.kind) {
    case 'line':
    case 'arc':
      return [
        [e.from, `start of ${name}`],
        [e.to, `end of ${name}`],
        ...(e.kind === 'arc' ? [[e.centre, `centre of ${name}`] as [Id, string]] : []),
      ]
    case 'circle':
      return [[e.centre, `centre of ${name}`]]
    case 'ellipse':
      return [
        [e.centre, `centre of ${name}`],
        [e.end, `end of ${name}`],
      ]
    case 'spline':
      return e.points.map((p, i) => [
        p,
        i === 0
          ? `start of ${name}`
          : i === e.points.length - 1
            ? `end of ${name}`
            : `point ${i + 1} of ${name}`,
      ])
  }
}

/** What a dimension measures, in a word. */
function measureWord(d: Pick<SketchDimension, 'measured'>): string {
  switch (d.measured.of) {
    case 'distance':
      return 'Length'
    case 'across':
      return 'Across'
    case 'up':
      return 'Height'
    case 'off-line':
    case 'between':
      return 'Distance'
    case 'angle':
      return 'Angle'
    case 'radius':
      return 'Radius'
    case 'diameter':
      return 'Diameter'
    case 'arc-length':
      return 'Arc length'
    case 'sweep':
      return 'Sweep'
    case 'chain':
      return 'Chain length'
  }
}

/** What is measured, in words: `Length of line 2`, `Across from the origin to end of arc 1`. */
export function measuredName(step: Pick<SketchStep, 'entities'>, measured: SketchMeasured): string {
  const word = measureWord({ measured })
  const name = (id: Id): string => entityName(step, id)
  switch (measured.of) {
    case 'distance':
    case 'across':
    case 'up': {
      const line = lineBetween(step, measured.a, measured.b)
      return line ? `${word} of ${name(line.id)}` : `${word} from ${name(measured.a)} to ${name(measured.b)}`
    }
    case 'off-line':
      return `${word} from ${name(measured.line)} to ${name(measured.point)}`
    case 'between':
      return `${word} between ${name(measured.a)} and ${name(measured.b)}`
    case 'angle':
      return isBuiltIn(measured.a)
        ? `${word} of ${name(measured.b)}`
        : `${word} of ${name(measured.a)} and ${name(measured.b)}`
    case 'radius':
    case 'diameter':
    case 'arc-length':
    case 'sweep':
      return `${word} of ${name(measured.round)}`
    case 'chain':
      return `${word} of ${measured.curves.length} curves`
  }
}

function lineBetween(step: Pick<SketchStep, 'entities'>, a: Id, b: Id): SketchItem | undefined {
  return step.entities.find(
    (e) => e.kind === 'line' && ((e.from === a && e.to === b) || (e.from === b && e.to === a)),
  )
}

/** A constraint in words. Lines are named where two points are the ends of one. */
export function constraintName(step: Pick<SketchStep, 'entities'>, c: SketchConstraint): string {
  const name = (id: Id): string => entityName(step, id)
  const lineOf = (a: Id, b: Id): string => {
    const line = lineBetween(step, a, b)
    return line ? name(line.id) : `${name(a)} and ${name(b)}`
  }
  switch (c.kind) {
    case 'coincident':
      return `Together: ${name(c.a)}, ${name(c.b)}`
    case 'horizontal':
      return `Level: ${lineOf(c.a, c.b)}`
    case 'vertical':
      return `Upright: ${lineOf(c.a, c.b)}`
    case 'midpoint':
      return `In the middle: ${name(c.point)} of ${lineOf(c.a, c.b)}`
    case 'arc-middle':
      return `In the middle: ${name(c.point)} of ${name(c.round)}`
    case 'symmetric':
      return `Symmetric: ${name(c.a)}, ${name(c.b)} about ${name(c.line)}`
    case 'fixed':
      return c.follows ? `Following: ${name(c.point)}` : `Fixed: ${name(c.point)}`
    case 'point-on':
      return `On it: ${name(c.point)} on ${name(c.curve)}`
    case 'parallel':
      return `Parallel: ${name(c.a)}, ${name(c.b)}`
    case 'perpendicular':
      return `Square: ${name(c.a)}, ${name(c.b)}`
    case 'collinear':
      return `In line: ${name(c.a)}, ${name(c.b)}`
    case 'equal':
      return `Equal: ${name(c.a)}, ${name(c.b)}`
    case 'concentric':
      return `Same centre: ${name(c.a)}, ${name(c.b)}`
    case 'tangent':
      return `Tangent: ${name(c.a)}, ${name(c.b)}`
    case 'curvature':
      return `Runs on smoothly: ${name(c.spline)}, ${name(c.with)}`
    case 'dimension':
      return `${measureWord(c)} ${c.name}`
  }
}
