import type { NodePathStep } from './typed.ts'
import {
  pathThroughNodes,
  splineThroughPoints,
  type NodeFault,
  type PathNode,
  type SplineEnd,
  type SplineFault,
} from '../../path/index.ts'
import type { Vec3 } from '../../space/index.ts'
import { formulaText } from '../../units/index.ts'
import {
  formulaCure,
  type Finding,
  formulaBound,
  shortBound,
  shortFigures,
  shortLength,
  type StepContext,
  type StepEvaluation,
  type StepMaker,
} from '../../evaluate/index.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'

export const nodePathMaker: StepMaker<NodePathStep> = {
  cheaper: 'Fewer nodes would fit.',
  evaluate(step, context) {
    const nodes = step.nodes.map((n): PathNode => {
      const at = (axis: string): number => context.number(`nodes/${n.id}/${axis}`)
      const corner =
        n.corner.kind === 'bend'
          ? ({ kind: 'bend', radius: context.number(`nodes/${n.id}/radius`) } as const)
          : n.corner
      return { point: [at('x'), at('y'), at('z')], corner }
    })
    const nodePoints = nodes.map((n, i) => ({ id: step.nodes[i]!.id, point: n.point }))
    if (step.smooth) return smoothPath(step, step.smooth, nodePoints, context)
    const built = pathThroughNodes(nodes, step.closed)
    if (!built.ok) {
      return { findings: built.fault.map((f) => findingOf(f, step, context)), nodePoints }
    }
    const { path, corners } = built.value
    const placed = nodePoints.map((n, i) => ({ ...n, corner: corners[i]! }))
    return { ...pathEvaluation(step, path, context, { nodes: placed }), nodePoints }
  },
  summary: pathSummary,
}

/** One smooth curve through the nodes. */
function smoothPath(
  step: NodePathStep,
  smooth: NonNullable<NodePathStep['smooth']>,
  nodePoints: readonly { readonly id: string; readonly point: Vec3 }[],
  context: StepContext,
): StepEvaluation {
  const way = (side: 'start' | 'end'): SplineEnd | undefined => {
    if (!smooth[side]) return undefined
    const of = (key: string): number => context.number(`smooth/${side}/${key}`)
    return { direction: [of('x'), of('y'), of('z')], weight: of('weight') }
  }
  const built = splineThroughPoints(
    nodePoints.map((n) => n.point),
    step.closed,
    { start: way('start'), end: way('end') },
  )
  if (!built.ok) return { findings: built.fault.map((f) => smoothFinding(f, step, context)), nodePoints }
  const path = built.value
  const placed = nodePoints.map((n, i) => {
    const station = path.starts[i]!
    const kind = !step.closed && (i === 0 || i === nodePoints.length - 1) ? 'end' : 'straight'
    return { ...n, corner: { kind, deflection: 0, tangent: 0, station, stationEnd: station } as const }
  })
  return { ...pathEvaluation(step, path, context, { nodes: placed }), nodePoints }
}

function smoothFinding(f: SplineFault, step: NodePathStep, context: StepContext): Finding {
  if (f.kind === 'too-few' || f.kind === 'same-place') return findingOf(f, step, context)
  const side = f.end === 'start' ? 'start' : 'end'
  const base = { severity: 'blocks', station: 'path', step: step.id, cures: [] } as const
  if (f.kind === 'weight')
    return {
      ...base,
      id: `${step.id}:weight-${side}`,
      code: 'path.weight',
      message: `The weight of the direction at the ${side} must be above 0; 1 holds it as far as the stretch is long.`,
      field: `smooth/${side}/weight`,
    }
  return {
    ...base,
    id: `${step.id}:no-way-${side}`,
    code: 'path.no-way',
    message: `The direction at the ${side} is 0 in x, y and z: it points nowhere.`,
    field: `smooth/${side}/x`,
  }
}

/** A fault of the geometry as a finding in words, with the change that would cure it. */
function findingOf(f: NodeFault, step: NodePathStep, { display }: StepContext): Finding {
  const base = { severity: 'blocks', station: 'path', step: step.id, cures: [] } as const
  const id = (what: string): string => `${step.id}:${what}`
  switch (f.kind) {
    case 'too-few': {
      const message = `A ${step.closed ? 'closed ' : ''}path needs at least ${f.least} nodes; this one has ${step.nodes.length}.`
      return { ...base, id: id('too-few'), code: 'path.too-few', message }
    }
    case 'same-place': {
      const [a, b] = [step.nodes[f.node]!, step.nodes[f.next]!]
      const message = `Nodes ${f.node + 1} and ${f.next + 1} are in the same place. Move one or take it out.`
      return { ...base, id: id(`same-${a.id}`), code: 'path.same-place', message, node: b.id }
    }
    case 'fold-back': {
      const node = step.nodes[f.node]!
      const message =
        `The path folds back on itself at node ${f.node + 1}: one node cannot turn by 180°. ` +
        'Use two nodes with a bend of 90° each.'
      return { ...base, id: id(`fold-${node.id}`), code: 'path.fold-back', message, node: node.id }
    }
    case 'radius': {
      const node = step.nodes[f.node]!
      const message = `The bend radius at node ${f.node + 1} is ${shortLength(f.radius, display)}; it must be above 0.`
      return {
        ...base,
        id: id(`radius-${node.id}`),
        code: 'path.radius',
        message,
        node: node.id,
        field: `nodes/${node.id}/radius`,
      }
    }
    case 'no-room':
      return noRoom(f, step, display)
  }
}

function noRoom(
  f: Extract<NodeFault, { kind: 'no-room' }>,
  step: NodePathStep,
  display: StepContext['display'],
): Finding {
  const node = step.nodes[f.node]!
  const field = `nodes/${node.id}/radius`
  const fits = f.largest > 0
  const formula = formulaBound(f.largest, display, 'below')
  const message =
    `The bend at node ${f.node + 1} does not fit: radius ${shortFigures(f.radius, display)} needs more leg than there is. ` +
    (fits
      ? `With the other corners as they are, the largest is ${shortBound(f.largest, display, 'below')}.`
      : 'Its neighbours take all of the leg; make one of them smaller.')
  const cures = fits
    ? [formulaCure(`Use radius ${formulaText(formula)} at node ${f.node + 1}`, step.id, field, formula)]
    : []
  return {
    id: `${step.id}:no-room-${node.id}`,
    severity: 'blocks',
    code: 'path.no-room',
    message,
    station: 'path',
    step: step.id,
    node: node.id,
    field,
    cures,
  }
}
