import type { BendTableStep } from './typed.ts'
import {
  type Finding,
  shortFigures,
  type StepContext,
  type StepMaker,
  type PlacedNode,
} from '../../evaluate/index.ts'
import { nodesOfBendTable, pathOfBendTable, startBy, type Bend, type Bends } from '../../forming/index.ts'
import { deg, TURN } from '../../num/index.ts'
import { pathPoint, type Path } from '../../path/index.ts'
import type { Vec3 } from '../../space/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { unbuilt } from '../shared/refusal.ts'

export const bendTableMaker: StepMaker<BendTableStep> = {
  cheaper: 'Fewer bends would fit.',
  evaluate(step, context) {
    const figure = context.number
    const start = startBy([figure('x'), figure('y'), figure('z')], {
      heading: figure('heading'),
      rise: figure('rise'),
      roll: figure('roll'),
    })
    // The first bend is turned where the table begins; what its row says, as when those before it were taken out, counts for nothing.
    const rows = step.rows.map((r, i): Bend => {
      const of = (column: keyof Bend): number => figure(`rows/${r.id}/${column}`)
      return {
        length: of('length'),
        rotation: i === 0 ? 0 : of('rotation'),
        angle: of('angle'),
        radius: of('radius'),
      }
    })
    const table: Bends = { rows, last: figure('last') }
    const wrong = faultsOf(step, table, context)
    if (wrong.length > 0) return unbuilt({ fault: wrong })
    const path = pathOfBendTable(table, start)
    // Of no straight and no bend there is nothing to stand on.
    if (path.segments.length === 0) return pathEvaluation(step, path, context)
    const meeting = nodesOfBendTable(table, start)
    const points = meeting.ok ? meeting.value.map((n) => n.point) : undefined
    const nodes = nodesOf(step, table, path, points)
    const nodePoints = nodes.map(({ id, point }) => ({ id, point }))
    return { ...pathEvaluation(step, path, context, { nodes }), nodePoints }
  },
  summary: pathSummary,
}

/** Everything that keeps the rows from being a path, at once. */
function faultsOf(step: BendTableStep, { rows, last }: Bends, { display }: StepContext): Finding[] {
  const found: Finding[] = []
  const put = (code: string, message: string, field: string, node?: string): void => {
    const base = { severity: 'blocks', station: 'path', step: step.id, cures: [] } as const
    found.push({
      ...base,
      id: `${step.id}:${code}-${field}`,
      code: `bends.${code}`,
      message,
      field,
      ...(node === undefined ? {} : { node }),
    })
  }
  rows.forEach((row, i) => {
    const { id } = step.rows[i]!
    const at = (column: keyof Bend): string => `rows/${id}/${column}`
    if (!(row.length >= 0))
      put(
        'length',
        `The straight before bend ${i + 1} is ${shortFigures(row.length, display)}; it is 0 or more.`,
        at('length'),
        id,
      )
    if (!(row.angle > 0 && row.angle <= TURN))
      put(
        'angle',
        `Bend ${i + 1} turns by ${deg(row.angle).toFixed(1)}°; it turns by more than 0° and at most 360°. To turn the other way, turn its plane by 180°.`,
        at('angle'),
        id,
      )
    if (!(row.radius > 0))
      put(
        'radius',
        `The centreline radius of bend ${i + 1} is ${shortFigures(row.radius, display)}; it must be above 0.`,
        at('radius'),
        id,
      )
  })
  if (!(last >= 0))
    put('length', `The last straight is ${shortFigures(last, display)}; it is 0 or more.`, 'last', step.end)
  return found
}

/** Start, bends and end as nodes: a bend stands where its straights meet, or, if they do not, in its middle. */
function nodesOf(
  step: BendTableStep,
  { rows }: Bends,
  path: Path,
  meeting: readonly Vec3[] | undefined,
): PlacedNode[] {
  const end = (id: string, station: number): PlacedNode => ({
    id,
    point: pathPoint(path, station),
    corner: { kind: 'end', deflection: 0, tangent: 0, station, stationEnd: station },
  })
  const bends = rows.map((row, i): PlacedNode => {
    const segment = path.origins.findIndex((o) => o.kind === 'node' && o.index === i + 1)
    const station = path.starts[segment]!
    const stationEnd = path.starts[segment + 1]!
    const { id } = step.rows[i]!
    return {
      id,
      point: meeting?.[i + 1] ?? pathPoint(path, (station + stationEnd) / 2),
      corner: {
        kind: 'bend',
        deflection: row.angle,
        tangent: row.angle < Math.PI ? row.radius * Math.tan(row.angle / 2) : Infinity,
        station,
        stationEnd,
      },
      radiusField: `rows/${id}/radius`,
    }
  })
  return [end(step.first, 0), ...bends, end(step.end, path.length)]
}
