import { kindOf, type Part, type SheetPlane } from '@flexum/core/recipe'

/** Where a sheet can lie, in words. */
export const PLANES: Readonly<Record<SheetPlane['kind'], string>> = {
  xy: 'XY, seen from above',
  xz: 'XZ, seen from the front',
  yz: 'YZ, seen from the right',
  square: 'square to a path',
  nodes: 'through three nodes',
  points: 'through three places',
  tilted: 'through a line, at an angle',
  face: 'on a flat face',
  parallel: 'through a place, parallel to another',
}

/** Planes that are told by pressing places in the picture. */
export const PRESSED: ReadonlySet<SheetPlane['kind']> = new Set(['points', 'tilted', 'face', 'parallel'])

/** A plane of a kind for a sheet that stands at an index of the recipe; undefined where nothing before it gives one. */
export function planeFor(part: Part, index: number, kind: SheetPlane['kind']): SheetPlane | undefined {
  const paths = part.steps.slice(0, index).filter((s) => kindOf(s).gives.includes('path'))
  switch (kind) {
    case 'square':
      return paths[0] && { kind, path: paths[0].id, station: '0' }
    case 'nodes': {
      const path = paths.find((s) => s.kind === 'node-path' && s.nodes.length >= 3)
      if (path?.kind !== 'node-path') return undefined
      const [a, b, c] = path.nodes
      return { kind, path: path.id, nodes: [a!.id, b!.id, c!.id] }
    }
    case 'points':
    case 'tilted':
    case 'face':
    case 'parallel':
      return undefined
    default:
      return { kind, offset: '0' }
  }
}
