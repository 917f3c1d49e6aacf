import { array, boolean, lazy, number, string, type AnyObject, type ObjectSchema } from 'yup'
import {
  baseFields,
  flagSchema,
  formulaSchema,
  idSchema,
  LIMITS,
  nameSchema,
  record,
} from '../../document/index.ts'
import { pickedFaceSchema } from '../shared/typed-picked.ts'
import type { SketchConstraint, SketchItem, SketchMeasured } from './typed-drawing.ts'

const coordinate = number()
  .strict()
  .required('a coordinate in mm is missing here')
  .test('finite', 'a coordinate is a finite number of mm', (v) => Number.isFinite(v))
const word = (words: readonly string[], what: string) =>
  string()
    .strict()
    .oneOf([...words], `${what} is one of ${words.join(', ')}`)
    .required(`${what} is missing here`)
const side = number().strict().oneOf([1, -1], 'a side is 1 or -1').required('a side is missing here')
const ids = (most: number) => array(idSchema).strict().required('a list of ids is missing here').max(most)

const guide = { guide: boolean().strict() }
const ITEMS: Readonly<Record<SketchItem['kind'], AnyObject>> = {
  point: { x: coordinate, y: coordinate },
  line: { from: idSchema, to: idSchema, ...guide },
  arc: {
    centre: idSchema,
    from: idSchema,
    to: idSchema,
    radius: coordinate,
    clockwise: flagSchema,
    ...guide,
  },
  circle: { centre: idSchema, radius: coordinate, ...guide },
  ellipse: { centre: idSchema, end: idSchema, radius: coordinate, ...guide },
  spline: {
    points: ids(LIMITS.splinePoints),
    form: word(['through', 'control'], 'a form'),
    degree: number().strict().oneOf([2, 3, 4, 5], 'a degree is 2, 3, 4 or 5').required(),
    ...guide,
  },
}

const pair = { a: idSchema, b: idSchema }
const MEASURED: Readonly<Record<SketchMeasured['of'], AnyObject>> = {
  distance: pair,
  across: pair,
  up: pair,
  'off-line': { point: idSchema, line: idSchema },
  angle: { ...pair, turned: boolean().strict() },
  radius: { round: idSchema },
  diameter: { round: idSchema },
  'arc-length': { round: idSchema },
  sweep: { round: idSchema },
  between: pair,
  chain: { curves: ids(LIMITS.sketchEntities) },
}

/** One of several records, told apart by a field. */
function oneOfKinds(tag: string, kinds: Readonly<Record<string, AnyObject>>, what: string) {
  const schemas = new Map(
    Object.entries(kinds).map(([name, fields]) => [name, record({ [tag]: word([name], what), ...fields })]),
  )
  const unknown = record({ [tag]: word(Object.keys(kinds), what) })
  return lazy((value: unknown) => {
    const name = (value as AnyObject | null)?.[tag]
    return (typeof name === 'string' ? schemas.get(name) : undefined) ?? unknown
  })
}

const placeFields = {
  step: idSchema,
  of: word(['sketch', 'path', 'carried', 'bodies'], 'what is followed'),
  place: string()
    .strict()
    .required('a place is missing here')
    .max(LIMITS.pickedLength, 'this is no name of a place'),
}
const followedSchema = record(placeFields).default(undefined).optional()
const places = (count: number) =>
  array(record(placeFields))
    .strict()
    .required('a list of places is missing here')
    .length(count, `${count} places are needed`)

const measuredSchema = oneOfKinds('of', MEASURED, 'what is measured')
const withId = (fields: AnyObject): AnyObject => ({ id: idSchema, ...fields })
const CONSTRAINTS: Readonly<Record<SketchConstraint['kind'], AnyObject>> = {
  coincident: pair,
  horizontal: pair,
  vertical: pair,
  midpoint: { point: idSchema, ...pair },
  'arc-middle': { point: idSchema, round: idSchema },
  symmetric: { ...pair, line: idSchema },
  fixed: { point: idSchema, x: coordinate, y: coordinate, follows: followedSchema },
  'point-on': { point: idSchema, curve: idSchema },
  parallel: pair,
  perpendicular: pair,
  collinear: pair,
  equal: pair,
  concentric: pair,
  tangent: { ...pair, at: string().strict(), side },
  curvature: { spline: idSchema, with: idSchema, at: idSchema },
  dimension: {
    name: nameSchema,
    measured: measuredSchema,
    role: word(['driving', 'reference'], 'a role'),
    formula: formulaSchema,
    side,
    held: flagSchema,
    plus: formulaSchema,
    minus: formulaSchema,
    place: array(coordinate).strict().length(2, 'a place has two numbers').required(),
  },
}
const mapped = (kinds: Readonly<Record<string, AnyObject>>) =>
  Object.fromEntries(Object.entries(kinds).map(([k, fields]) => [k, withId(fields)]))

const planeSchema = oneOfKinds(
  'kind',
  {
    xy: { offset: formulaSchema },
    xz: { offset: formulaSchema },
    yz: { offset: formulaSchema },
    square: { path: idSchema, station: formulaSchema },
    nodes: { path: idSchema, nodes: ids(3).length(3, 'three nodes are needed') },
    points: { points: places(3) },
    tilted: { along: places(2), angle: formulaSchema },
    face: { on: pickedFaceSchema, offset: formulaSchema },
    parallel: { to: idSchema, through: record(placeFields) },
  },
  'a plane',
)

const pictureSchema = record({
  image: string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, 'a picture is named by 64 hexadecimal digits')
    .required('a picture is missing here'),
  width: number().strict().integer().min(1).required(),
  height: number().strict().integer().min(1).required(),
  at: array(coordinate).strict().length(2, 'a place has two numbers').required(),
  scale: coordinate.moreThan(0, 'a picture has a scale above 0'),
  angle: coordinate,
  shade: coordinate.min(0).max(1),
  stretch: number().strict().moreThan(0, 'a stretch is above 0').optional(),
  known: record({
    px: array(coordinate).strict().length(2, 'a way has two numbers').required(),
    distance: coordinate.moreThan(0, 'a distance is above 0'),
  })
    .default(undefined)
    .optional(),
})
  .default(undefined)
  .optional()

/** How a sketch is read. */
export const sketchSchema = record({
  ...baseFields,
  kind: string().strict().oneOf(['sketch']).required(),
  plane: planeSchema,
  facing: record({
    over: flagSchema,
    quarters: number().strict().oneOf([0, 1, 2, 3], 'a sheet is turned by 0 to 3 quarters').required(),
  })
    .default(undefined)
    .optional(),
  entities: array(oneOfKinds('kind', mapped(ITEMS), 'a kind of entity'))
    .strict()
    .required('a list of entities is missing here')
    .max(LIMITS.sketchEntities, `a sketch has at most ${LIMITS.sketchEntities} entities`),
  constraints: array(oneOfKinds('kind', mapped(CONSTRAINTS), 'a kind of constraint'))
    .strict()
    .required('a list of constraints is missing here')
    .max(LIMITS.sketchEntities, `a sketch has at most ${LIMITS.sketchEntities} constraints`),
  picture: pictureSchema,
}) as ObjectSchema<AnyObject>
