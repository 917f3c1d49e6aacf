import {
  nodeEntry,
  partOnPath,
  type MaterialEntry,
  type Part,
  type RunStep,
  type Step,
} from '@flexum/core/recipe'
import { BRASS, COPPER, HOSE, SHEATH, STAINLESS } from './part-materials.ts'

/** Changes the run of a part on one path. */
export function withRun(part: Part, change: Partial<RunStep>): Part {
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
export const valveWheel: Part = (() => {
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

const LOOM_BENDS: Step = {
  id: 'bends',
  kind: 'bent-path',
  name: 'Loom bends',
  aside: false,
  path: 'path',
  tolerance: '2 mm',
  radius: '40 mm',
  straight: '8 mm',
  last: '20 mm',
}

/** The pump loom: a hose, a cable and an earth wire twisted together, along the fewest bends that follow one free curve. */
export const pumpLoom: Part = (() => {
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
        nodeEntry('n2', '140', '0', '20'),
        nodeEntry('n3', '230', '120', '60'),
        nodeEntry('n4', '230', '240', '180'),
        nodeEntry('n5', '380', '280', '180'),
        nodeEntry('n6', '480', '160', '120'),
      ],
      smooth: {},
    },
    { name: 'Hose', shape: 'tube', sizes: { diameter: '10', wall: '1.5' }, material: HOSE },
  )
  // The three touch, round 5, 3.5 and 3.5, as they lie across the way by the time they wind.
  const strand = (id: string, x: string, y: string, profile: string | null) => ({
    id,
    x,
    y,
    turn: '0',
    profile,
  })
  const twisted = withRun(part, {
    name: 'Loom',
    path: 'bends',
    anchor: 'origin',
    strands: {
      kind: 'free',
      places: [
        strand('a1', '0', '5.23', null),
        strand('a2', '-3.555', '-2.63', 'cable'),
        strand('a3', '3.555', '-2.63', 'earth'),
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
      LOOM_BENDS,
      profile!,
      bar('cable', 'Cable', '7', SHEATH),
      bar('earth', 'Earth wire', '7', COPPER),
      ...rest,
    ],
  }
})()

/** The tray rim: a bead all round a rounded tray, on two levels. */
export const trayRim: Part = withRun(
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
