import { bailFront, pottingBoard, ventLamp } from './body-parts.ts'
import {
  bendEntry,
  nodeEntry,
  partOnPath,
  type Part,
  type SketchPathStep,
  type SketchStep,
  type Step,
  type SheetPicture,
} from '@flexum/core/recipe'
import { bailSection, hookLine, hoopLine } from './sketches.ts'
import { ALUMINIUM, ASH, BRASS, COPPER, LIMESTONE, SPRING_STEEL, STAINLESS } from './part-materials.ts'
import { pumpLoom, trayRim, valveWheel, withRun } from './run-parts.ts'
import { formed } from './formed.ts'
import { bayRoom } from './rooms.ts'
import { noticeFrame, sawn } from './sawn-parts.ts'

/** A part whose path is a chain of a sketch. */
function partOnSketch(
  name: string,
  sketch: SketchStep,
  path: string,
  profile: Parameters<typeof partOnPath>[2],
): Part {
  const taken: SketchPathStep = {
    id: 'path',
    kind: 'sketch-path',
    name: path,
    aside: false,
    sketch: sketch.id,
    curves: [],
    start: null,
    reversed: false,
  }
  const part = partOnPath(name, taken, profile)
  return { ...part, steps: [sketch, ...part.steps] }
}

/** The pot hook: stainless wire in one plane, drawn and settled, sized by its reach. */
const potHook: Part = {
  ...partOnSketch('Pot hook', hookLine, 'Hook line', {
    name: 'Wire',
    shape: 'round-bar',
    sizes: { diameter: 'wire' },
    material: STAINLESS,
  }),
  values: [
    { id: 'v1', name: 'reach', dimension: 'length', formula: '42' },
    { id: 'v2', name: 'height', dimension: 'length', formula: '96' },
    { id: 'v3', name: 'wire', dimension: 'length', formula: '4' },
  ],
  variants: [
    { id: 'small', name: 'Small', overrides: { reach: '33', height: '84' } },
    { id: 'large', name: 'Large', overrides: { reach: '54', height: '120', wire: '5' } },
    { id: 'long', name: 'Long', overrides: { height: '160' } },
  ],
}

/** The bench hoop: aluminium tube, planar, two bends, drawn and settled. */
const benchHoop: Part = {
  ...partOnSketch('Bench hoop', hoopLine, 'Hoop line', {
    name: 'Tube',
    shape: 'tube',
    sizes: { diameter: '20', wall: '2' },
    material: ALUMINIUM,
  }),
  values: [
    { id: 'v1', name: 'span', dimension: 'length', formula: '400' },
    { id: 'v2', name: 'rise', dimension: 'length', formula: '260' },
    { id: 'v3', name: 'corner', dimension: 'length', formula: '80' },
  ],
  variants: [
    { id: 'low', name: 'Low', overrides: { rise: '180' } },
    { id: 'wide', name: 'Wide', overrides: { span: '600' } },
    { id: 'tall', name: 'Tall', overrides: { rise: '420' } },
  ],
}

/** The drawer bail: a handle with a section of its own, drawn and settled. */
const drawerBail: Part = (() => {
  const part = partOnPath(
    'Drawer bail',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Bail line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '0', '0', 'stand', '18'),
        nodeEntry('n3', 'centres', '0', 'stand', '18'),
        nodeEntry('n4', 'centres', '0', '0'),
      ],
    },
    { name: 'Section', shape: 'flat', sizes: { width: '14', height: '8' }, material: BRASS },
  )
  const section: Step = {
    id: 'profile',
    kind: 'sketch-profile',
    name: 'Bail bar',
    aside: false,
    sketch: bailSection.id,
    regions: [],
    material: BRASS,
  }
  return {
    ...part,
    values: [
      { id: 'v1', name: 'centres', dimension: 'length', formula: '96' },
      { id: 'v2', name: 'stand', dimension: 'length', formula: '34' },
      { id: 'v3', name: 'width', dimension: 'length', formula: '14' },
      { id: 'v4', name: 'depth', dimension: 'length', formula: '8' },
    ],
    steps: [bailSection, ...part.steps.map((s) => (s.id === 'profile' ? section : s)), ...bailFront()],
  }
})()

/** The mist rail: copper tube, six bends in space. */
const mistRail: Part = formed(
  partOnPath(
    'Mist rail',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Rail line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '0', '0', '180', '35'),
        nodeEntry('n3', '150', '0', '260', '40'),
        nodeEntry('n4', '330', '0', '260', '30'),
        nodeEntry('n5', '330', '170', '260', '30'),
        nodeEntry('n6', '330', '240', '190', '35'),
        nodeEntry('n7', '400', '300', '190', '35'),
        nodeEntry('n8', '520', '300', '190'),
      ],
    },
    { name: 'Copper tube', shape: 'tube', sizes: { diameter: '15', wall: '1' }, material: COPPER },
  ),
  'bench',
  'tu-15-cu',
)

/** Rows of the trellis arch as they came from the smithy's sheet: straight, turn of the plane, angle, radius. */
const ARCH_ROWS = [
  ['150', '0', '15', '80'],
  ['500', '180', '42', '160'],
  ['90', '0', '42', '160'],
  ['90', '0', '42', '160'],
  ['90', '0', '42', '160'],
  ['90', '0', '42', '160'],
  ['500', '180', '15', '80'],
] as const

/** The trellis arch: its bend table is pasted; it goes straight up from the ground, over and down again. */
const trellisArch: Part = partOnPath(
  'Trellis arch',
  {
    id: 'path',
    kind: 'bend-table',
    name: 'Arch line',
    aside: false,
    rows: ARCH_ROWS.map(([length, rotation, angle, radius], i) =>
      bendEntry(`b${i + 1}`, length, rotation, angle, radius),
    ),
    last: '150',
    x: '0',
    y: '0',
    z: '0',
    heading: '0',
    rise: '90',
    roll: '90',
    first: 'foot',
    end: 'other',
  },
  { name: 'Arch bar', shape: 'round-bar', sizes: { diameter: '12' }, material: STAINLESS },
)

/** The vine spring: a coil of spring wire, its ends closed. */
const vineSpring: Part = {
  ...partOnPath(
    'Vine spring',
    {
      id: 'path',
      kind: 'helix-path',
      name: 'Coil',
      aside: false,
      radius: 'across / 2',
      pitch: '9',
      turns: 'turns',
      hand: 'right',
      closed: { start: '1', end: '1', rise: '3.2' },
    },
    { name: 'Spring wire', shape: 'round-bar', sizes: { diameter: '3' }, material: SPRING_STEEL },
  ),
  values: [
    { id: 'v1', name: 'across', dimension: 'length', formula: '36' },
    { id: 'v2', name: 'turns', dimension: 'number', formula: '8.5' },
  ],
}

/**
 * The bay cornice: a board round the bay, with mitred corners, one curved wall, an outside corner and a return at each
 * end; and, beside it, a photograph of the old moulding laid on a sheet to be traced.
 */
export function bayCornice(picture: SheetPicture): Part {
  const part = withRun(
    partOnPath(
      'Bay cornice',
      {
        id: 'path',
        kind: 'node-path',
        name: 'Wall line',
        aside: false,
        closed: false,
        nodes: [
          nodeEntry('n1', '400', '0', '0'),
          nodeEntry('n2', '1300', '0', '0'),
          nodeEntry('n3', '1850', '550', '0'),
          nodeEntry('n4', '1850', '1450', '0', '620'),
          nodeEntry('n5', '900', '1450', '0'),
          nodeEntry('n6', '900', '1800', '0'),
          nodeEntry('n7', '400', '1800', '0'),
        ],
      },
      {
        name: 'Board',
        shape: 'cornice',
        sizes: { face: '90', thickness: '14', spring: '38' },
        material: ASH,
      },
    ),
    {
      anchor: 'origin',
      corners: { all: 'mitre', each: {} },
      ends: {
        start: { kind: 'return', runOn: '0', length: '120', toward: 'right' },
        end: { kind: 'return', runOn: '0', length: '120', toward: 'right' },
      },
    },
  )
  const tracing: Step = {
    id: 'tracing',
    kind: 'sketch',
    name: 'Old moulding',
    aside: false,
    plane: { kind: 'xy', offset: '0' },
    entities: [],
    constraints: [],
    picture,
  }
  const pieces = sawn(part)
  return { ...pieces, steps: [tracing, ...pieces.steps] }
}

/** The made-up parts of the Fernhollow glasshouse, as far as recipes can express them. */
/** The drip groove: a round tool taken along the underside of a stone slab, which lies on its face, and cut out of it. */
const dripGroove: Part = (() => {
  const across = ['-long / 2 + inset', 'long / 2 - inset'] as const
  const part = partOnPath(
    'Drip groove',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Groove line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', across[0], 'wide / 2 - 3 * inset', '0'),
        nodeEntry('n2', across[0], '-wide / 2 + inset', '0', '25'),
        nodeEntry('n3', across[1], '-wide / 2 + inset', '0', '25'),
        nodeEntry('n4', across[1], 'wide / 2 - 3 * inset', '0'),
      ],
    },
    { name: 'Groove', shape: 'round-bar', sizes: { diameter: 'groove' }, material: LIMESTONE },
  )
  const slab: Step = {
    id: 'slab',
    kind: 'plain-body',
    name: 'Slab',
    aside: false,
    shape: 'block',
    axis: 'z',
    x: '0',
    y: '0',
    z: '-thick',
    wide: 'long',
    deep: 'wide',
    diameter: '30',
    height: 'thick',
    material: LIMESTONE,
  }
  const steps = part.steps.flatMap((s): Step[] => {
    if (s.kind === 'blank') return []
    if (s.kind !== 'run') return [s]
    return [slab, { ...s, name: 'Drip', does: { kind: 'cuts', with: ['slab'] } }]
  })
  return {
    ...part,
    values: [
      { id: 'v1', name: 'long', dimension: 'length', formula: '640' },
      { id: 'v2', name: 'wide', dimension: 'length', formula: '240' },
      { id: 'v3', name: 'thick', dimension: 'length', formula: '40' },
      { id: 'v4', name: 'inset', dimension: 'length', formula: '25' },
      { id: 'v5', name: 'groove', dimension: 'length', formula: '14' },
    ],
    steps,
  }
})()

export const DEMO_PARTS: readonly Part[] = [
  bayRoom,
  noticeFrame,
  dripGroove,
  ventLamp,
  pottingBoard,
  vineSpring,
  trayRim,
  pumpLoom,
  valveWheel,
  trellisArch,
  drawerBail,
  benchHoop,
  potHook,
  mistRail,
]
