// Parts that take all the work they can get, and plain ones.

const material = { name: 'Mild steel', density: '7.85', look: 'steel' }

function partOf(name, path, profile, run = {}) {
  return {
    format: 'flexum-part',
    version: 2,
    name,
    units: { length: { unit: 'mm', style: { kind: 'decimal', places: 3 } }, mass: 'kg' },
    values: [],
    variants: [],
    variant: null,
    builtTo: null,
    steps: [
      { id: 'path', name: 'Path', aside: false, ...path },
      { id: 'profile', kind: 'stock-profile', name: 'Bar', aside: false, material, ...profile },
      {
        id: 'run',
        kind: 'run',
        name: 'Run',
        aside: false,
        path: 'path',
        profile: 'profile',
        turning: 'square',
        anchor: 'centroid',
        clock: '0',
        flip: false,
        ...run,
      },
    ],
  }
}

const bar = (diameter) => ({ shape: 'round-bar', sizes: { diameter } })
const node = (x, y, z, radius = '') => ({
  x,
  y,
  z,
  corner: radius === '' ? { kind: 'sharp' } : { kind: 'bend', radius },
})
const nodes = (list) => ({
  kind: 'node-path',
  closed: false,
  nodes: list.map((n, i) => ({ id: `n${i}`, ...n })),
})
const helix = (sizes) => ({
  kind: 'helix-path',
  radius: '20',
  pitch: '10',
  turns: '5',
  hand: 'right',
  ...sizes,
})

/** A plain bar with a bend, of a length that tells one save from another. */
export const plainPart = (name, length) =>
  partOf(
    name,
    nodes([node('0', '0', '0'), node(`${length}`, '0', '0', '20'), node(`${length}`, '100', '0')]),
    bar('10'),
  )

/** Parts that once hung a server, and some that are as large as a part may be. */
export const hostileParts = () => [
  partOf(
    'over itself',
    nodes([
      node('0', '0', '0'),
      node('-76', '0', '0', '16'),
      node('-76', '-32', '0', '16'),
      node('8', '-32', '0', '16'),
      node('8', '0', '0', '16'),
      node('-44', '0', '0'),
    ]),
    bar('10'),
  ),
  partOf('ten million turns', helix({ turns: '1e7' }), bar('3')),
  partOf('tan 90', helix({ turns: 'tan(90 deg)' }), bar('3')),
  partOf('no pitch', helix({ pitch: '0', turns: '2000' }), bar('3')),
  partOf('next to no pitch', helix({ pitch: '1e-9', turns: '3000' }), bar('3')),
  partOf('a kilometre round', helix({ radius: '1e6' }), bar('3')),
  partOf('a thread 900 turns long', helix({ turns: '900', pitch: '3.1' }), bar('3')),
  partOf(
    'a hundred thousand degrees',
    nodes([node('0', '0', '0'), node('2000', '0', '0')]),
    { shape: 'rectangular-bar', sizes: { width: '30', height: '5', corner: '1' } },
    { twist: { kind: 'total', angle: '100000' } },
  ),
  partOf(
    'far too far',
    nodes([node('0', '0', '0'), node('1e300', '0', '0', '10'), node('1e300', '1e300', '0')]),
    bar('10'),
  ),
  partOf(
    'five thousand unknown names',
    nodes(Array.from({ length: 5000 }, (_, i) => node(`${i}`, 'missing', '0'))),
    bar('1'),
  ),
  partOf(
    'there and back',
    nodes(
      Array.from({ length: 400 }, (_, i) =>
        node(
          i % 4 === 0 || i % 4 === 3 ? '0' : '200',
          i % 4 < 2 ? '0' : '40',
          '0',
          i === 0 || i === 399 ? '' : '20',
        ),
      ),
    ),
    bar('6'),
  ),
]
