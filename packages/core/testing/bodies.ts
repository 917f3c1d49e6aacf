import type {
  FilletStep,
  ExtrudedStep,
  MaterialEntry,
  PlainBodyStep,
  RevolvedStep,
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

export const revolvedStep = (id: string, sketch: string, more: Partial<RevolvedStep> = {}): RevolvedStep => ({
  ...base(id),
  kind: 'turned',
  sketch,
  regions: [],
  axis: 'up-axis',
  angle: '360 deg',
  material: STEEL,
  ...more,
})

export const filletStep = (
  id: string,
  of: string,
  picked: readonly { readonly name: string }[],
  more: Partial<FilletStep> = {},
): FilletStep => ({
  ...base(id),
  kind: 'edges',
  of,
  shape: 'rounded',
  size: '3',
  edges: picked.map((e, i) => ({ id: `${id}${i}`, edge: e.name })),
  ...more,
})
