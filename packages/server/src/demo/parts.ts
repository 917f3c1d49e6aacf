import {
  nodeEntry,
  partOnPath,
  type MaterialEntry,
  type Part,
  type RunStep,
  type SheetPicture,
  type SketchPathStep,
  type SketchStep,
  type Step,
} from '@flexum/core/document'
import { bailSection, hookLine, hoopLine } from './sketches.ts'

const STAINLESS: MaterialEntry = { name: 'Stainless steel', density: '7900 kg/m3', look: 'stainless' }
const ALUMINIUM: MaterialEntry = { name: 'Aluminium', density: '2700 kg/m3', look: 'aluminium' }
const COPPER: MaterialEntry = { name: 'Copper', density: '8900 kg/m3', look: 'copper' }
const BRASS: MaterialEntry = { name: 'Brass', density: '8500 kg/m3', look: 'brass' }
const ASH: MaterialEntry = { name: 'Ash wood', density: '680 kg/m3', look: 'wood' }
const HOSE: MaterialEntry = { name: 'Rubber hose', density: '1200 kg/m3', look: 'rubber' }
const SHEATH: MaterialEntry = { name: 'Sheathed cable', density: '3500 kg/m3', look: 'aluminium' }
const SPRING_STEEL: MaterialEntry = { name: 'Spring steel', density: '7800 kg/m3', look: 'steel' }

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
    steps: [bailSection, ...part.steps.map((s) => (s.id === 'profile' ? section : s))],
  }
})()

/** The mist rail: copper tube, six bends in space. */
const mistRail: Part = partOnPath(
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
)

/** The vine spring: a helix of spring wire. */
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
    },
    { name: 'Spring wire', shape: 'round-bar', sizes: { diameter: '3' }, material: SPRING_STEEL },
  ),
  values: [
    { id: 'v1', name: 'across', dimension: 'length', formula: '36' },
    { id: 'v2', name: 'turns', dimension: 'number', formula: '8.5' },
  ],
}

/** Changes the run of a part on one path. */
function withRun(part: Part, change: Partial<RunStep>): Part {
  return { ...part, steps: part.steps.map((s) => (s.kind === 'run' ? { ...s, ...change } : s)) }
}

const run = (id: string, name: string, path: string, profile: string, more: Partial<RunStep>): RunStep => ({
  id,
  kind: 'run',
  name,
  aside: false,
  path,
  profile,
  turning: 'square',
  anchor: 'centroid',
  clock: '0',
  flip: false,
  ...more,
})
const bar = (id: string, name: string, diameter: string, material: MaterialEntry): Step => ({
  id,
  kind: 'stock-profile',
  name,
  aside: false,
  shape: 'round-bar',
  sizes: { diameter },
  material,
})
const straight = (id: string, name: string, from: Place, to: Place): Step => ({
  id,
  kind: 'node-path',
  name,
  aside: false,
  closed: false,
  nodes: [nodeEntry(`${id}-a`, ...from), nodeEntry(`${id}-b`, ...to)],
})
type Place = readonly [string, string, string]

/** The valve wheel: a ring whose grip swells and sinks, three flat spokes, a hub. */
const valveWheel: Part = (() => {
  const part = partOnPath(
    'Valve wheel',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Ring line',
      aside: false,
      closed: true,
      nodes: [
        nodeEntry('n1', 'ring', '-ring', '0', 'ring'),
        nodeEntry('n2', 'ring', 'ring', '0', 'ring'),
        nodeEntry('n3', '-ring', 'ring', '0', 'ring'),
        nodeEntry('n4', '-ring', '-ring', '0', 'ring'),
      ],
    },
    { name: 'Grip', shape: 'round-bar', sizes: { diameter: 'grip' }, material: BRASS },
  )
  const formula = 'grip + swell * (1 - cos(360 deg * waves * t)) / 2'
  const ring = withRun(part, {
    name: 'Ring',
    shaping: [{ id: 'swell1', field: 'sizes/diameter', dimension: 'length', formula }],
  })
  const spoke: Step = {
    id: 'flat',
    kind: 'stock-profile',
    name: 'Flat',
    aside: false,
    shape: 'flat',
    sizes: { width: '12', thickness: '5' },
    material: BRASS,
  }
  return {
    ...ring,
    values: [
      { id: 'v1', name: 'ring', dimension: 'length', formula: '70' },
      { id: 'v2', name: 'grip', dimension: 'length', formula: '11' },
      { id: 'v3', name: 'swell', dimension: 'length', formula: '4' },
      { id: 'v4', name: 'waves', dimension: 'number', formula: '24' },
    ],
    steps: [
      ...ring.steps.filter((s) => s.kind !== 'blank'),
      straight('spoke', 'Spoke line', ['14', '0', '0'], ['ring - 4', '0', '0']),
      spoke,
      run('spokes', 'Spokes', 'spoke', 'flat', {
        copies: [
          { id: 'three', kind: 'round', count: '3', angle: '360 deg', axis: 'z', x: '0', y: '0', z: '0' },
        ],
      }),
      straight('axle', 'Hub line', ['0', '0', '-11'], ['0', '0', '14']),
      { ...bar('hub', 'Hub bar', '32', BRASS), shape: 'tube', sizes: { diameter: '32', wall: '9' } } as Step,
      run('hub-run', 'Hub', 'axle', 'hub', {}),
    ],
  }
})()

/** The pump loom: a hose, a cable and an earth wire along one free path, twisted together. */
const pumpLoom: Part = (() => {
  const part = partOnPath(
    'Pump loom',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Loom line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '140', '0', '20', '60'),
        nodeEntry('n3', '230', '120', '60', '60'),
        nodeEntry('n4', '230', '240', '180', '60'),
        nodeEntry('n5', '380', '280', '180', '60'),
        nodeEntry('n6', '480', '160', '120'),
      ],
    },
    { name: 'Hose', shape: 'tube', sizes: { diameter: '10', wall: '1.5' }, material: HOSE },
  )
  // The three touch: round 5, 3.5 and 3.5.
  const strand = (id: string, x: string, y: string, profile: string | null) => ({
    id,
    x,
    y,
    turn: '0',
    profile,
  })
  const twisted = withRun(part, {
    name: 'Loom',
    anchor: 'origin',
    strands: {
      kind: 'free',
      places: [
        strand('a1', '0', '5.18', null),
        strand('a2', '-3.52', '-2.6', 'cable'),
        strand('a3', '3.52', '-2.6', 'earth'),
      ],
    },
    twist: { kind: 'rate', angle: '360 deg', every: 'lay' },
  })
  const [path, profile, ...rest] = twisted.steps.filter((s) => s.kind !== 'blank')
  return {
    ...twisted,
    values: [{ id: 'v1', name: 'lay', dimension: 'length', formula: '120' }],
    steps: [
      path!,
      profile!,
      bar('cable', 'Cable', '7', SHEATH),
      bar('earth', 'Earth wire', '7', COPPER),
      ...rest,
    ],
  }
})()

/** The tray rim: a bead all round a rounded tray, on two levels. */
const trayRim: Part = withRun(
  {
    ...partOnPath(
      'Tray rim',
      {
        id: 'path',
        kind: 'node-path',
        name: 'Rim line',
        aside: false,
        closed: true,
        nodes: [
          nodeEntry('n1', '0', '0', '0', 'corner'),
          nodeEntry('n2', 'long', '0', '0', 'corner'),
          nodeEntry('n3', 'long', 'wide', '0', 'corner'),
          nodeEntry('n4', '0', 'wide', '0', 'corner'),
        ],
      },
      { name: 'Bead', shape: 'half-round', sizes: { diameter: '12' }, material: STAINLESS },
    ),
    values: [
      { id: 'v1', name: 'long', dimension: 'length', formula: '320' },
      { id: 'v2', name: 'wide', dimension: 'length', formula: '220' },
      { id: 'v3', name: 'corner', dimension: 'length', formula: '45' },
      { id: 'v4', name: 'level', dimension: 'length', formula: '80' },
    ],
  },
  {
    turning: 'upright',
    copies: [{ id: 'levels', kind: 'row', count: '2', x: '0', y: '0', z: 'level' }],
  },
)

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
  return { ...part, steps: [tracing, ...part.steps.filter((s) => s.kind !== 'blank')] }
}

/** The made-up parts of the Fernhollow glasshouse, as far as recipes can express them. */
export const DEMO_PARTS: readonly Part[] = [
  vineSpring,
  trayRim,
  pumpLoom,
  valveWheel,
  drawerBail,
  benchHoop,
  potHook,
  mistRail,
]
