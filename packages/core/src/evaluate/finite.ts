import type { StepOutput } from './output.ts'

/** What of an output is no finite number, in words; undefined when all of it is. The net under every check that comes before. */
export function noNumberIn(o: StepOutput): string | undefined {
  const found = (figures: Readonly<Record<string, number | readonly number[]>>): string | undefined =>
    Object.entries(figures).find(([, v]) => ![v].flat().every(Number.isFinite))?.[0]
  switch (o.kind) {
    case 'sketch':
      return o.entities.every((e) =>
        e.kind === 'point' ? finite(e.x, e.y) : !('radius' in e) || finite(e.radius),
      )
        ? undefined
        : 'place of all it draws'
    case 'path':
      return found({ length: o.path.length, extent: o.analysis.size })
    case 'profile': {
      const { area, perimeter, centroid, box } = o.properties
      return found({ area, perimeter, centroid, extent: [...box.min, ...box.max], mass: o.massPerLength })
    }
    case 'run':
      // Every place of the mesh goes into its volume: where that is finite, all of them are.
      return (
        found({ volume: [o.volume, o.meshVolume], mass: o.mass, length: o.path.length }) ??
        (o.areas.every(Number.isFinite) ? undefined : 'area')
      )
    case 'blank':
      return found({ length: [o.developed.length, o.cut], mass: o.mass })
  }
}

const finite = (...v: readonly number[]): boolean => v.every(Number.isFinite)
