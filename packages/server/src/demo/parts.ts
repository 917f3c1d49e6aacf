import { nodeEntry, partOnPath, type MaterialEntry, type Part } from '@flexum/core/document'

const STAINLESS: MaterialEntry = { name: 'Stainless steel', density: '7900 kg/m3', look: 'stainless' }
const ALUMINIUM: MaterialEntry = { name: 'Aluminium', density: '2700 kg/m3', look: 'aluminium' }
const COPPER: MaterialEntry = { name: 'Copper', density: '8900 kg/m3', look: 'copper' }
const SPRING_STEEL: MaterialEntry = { name: 'Spring steel', density: '7800 kg/m3', look: 'steel' }

/** The pot hook: stainless wire in one plane, sized by its reach. */
const potHook: Part = {
  ...partOnPath(
    'Pot hook',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Hook line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '0', '0', 'height', 'reach / 2 - 2'),
        nodeEntry('n3', 'reach', '0', 'height', 'reach / 2 - 2'),
        nodeEntry('n4', 'reach', '0', 'drop', 'throat'),
        nodeEntry('n5', 'reach + 2 * throat + 2', '0', 'drop', 'throat'),
        nodeEntry('n6', 'reach + 2 * throat + 2', '0', 'drop + 34'),
      ],
    },
    { name: 'Wire', shape: 'round-bar', sizes: { diameter: 'wire' }, material: STAINLESS },
  ),
  values: [
    { id: 'v1', name: 'reach', dimension: 'length', formula: '42' },
    { id: 'v2', name: 'height', dimension: 'length', formula: '96' },
    { id: 'v3', name: 'throat', dimension: 'length', formula: 'reach / 3' },
    { id: 'v4', name: 'drop', dimension: 'length', formula: 'height - 70' },
    { id: 'v5', name: 'wire', dimension: 'length', formula: '4' },
  ],
  variants: [
    { id: 'small', name: 'Small', overrides: { reach: '33', height: '90' } },
    { id: 'large', name: 'Large', overrides: { reach: '54', height: '120', wire: '5' } },
  ],
}

/** The bench hoop: aluminium tube, planar, two bends. */
const benchHoop: Part = {
  ...partOnPath(
    'Bench hoop',
    {
      id: 'path',
      kind: 'node-path',
      name: 'Hoop line',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '0', '0', 'rise', 'corner'),
        nodeEntry('n3', 'span', '0', 'rise', 'corner'),
        nodeEntry('n4', 'span', '0', '0'),
      ],
    },
    { name: 'Tube', shape: 'tube', sizes: { diameter: '20', wall: '2' }, material: ALUMINIUM },
  ),
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

/** The made-up parts of the Fernhollow glasshouse, as far as recipes can express them. */
export const DEMO_PARTS: readonly Part[] = [vineSpring, benchHoop, potHook, mistRail]
