import type {
  EdgesStep,
  ExtrudedStep,
  MaterialEntry,
  PlainBodyStep,
  TurnedStep,
} from '../src/recipe/index.ts'

export const STEEL: MaterialEntry = { name: 'Steel', density: '8 g/cm3', look: 'steel' }

/** What every step has. */
export const base = (id: string) => ({ id, name: id, aside: false }) as const

/** A block of 40 x 30 x 20 on the origin, or a cylinder. */
export const blockStep = (id: string, more: Partial<PlainBodyStep> = {}): PlainBodyStep => ({
  ...base(id),
  kind: 'plain-body',
  shape: 'block',
  axis: 'z',
  x: '0',
  y: '0',
  z: '0',
  wide: '40',
  deep: '30',
  diameter: '12',
  height: '20',
  material: STEEL,
  ...more,
})

export const extrudedStep = (id: string, sketch: string, more: Partial<ExtrudedStep> = {}): ExtrudedStep => ({
  ...base(id),
  kind: 'extruded',
  sketch,
  regions: [],
  way: 'out',
  start: '0',
  depth: '10',
  other: '0',
  through: false,
  material: STEEL,
  ...more,
})

export const turnedStep = (id: string, sketch: string, more: Partial<TurnedStep> = {}): TurnedStep => ({
  ...base(id),
  kind: 'turned',
  sketch,
  regions: [],
  axis: 'up-axis',
  angle: '360 deg',
  material: STEEL,
  ...more,
})

export const edgesStep = (
  id: string,
  of: string,
  picked: readonly { readonly name: string }[],
  more: Partial<EdgesStep> = {},
): EdgesStep => ({
  ...base(id),
  kind: 'edges',
  of,
  shape: 'rounded',
  size: '3',
  edges: picked.map((e, i) => ({ id: `${id}${i}`, edge: e.name })),
  ...more,
})
