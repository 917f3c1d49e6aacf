import { tolerance } from '../../num/index.ts'
import type { EdgePathStep } from './typed.ts'
import {
  arcSegment,
  lineSegment,
  makePath,
  reverseSegment,
  type Path,
  type Segment,
} from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { facingFrames } from '../../sweep/index.ts'
import { besideEdge, formOfEdge, tipsOf, type BodyEdge } from '../../solid/index.ts'
import { type Finding, fineLength, shortLength, type StepMaker } from '../../evaluate/index.ts'
import { pickedEdge } from '../shared/picked.ts'
import { pathEvaluation } from '../shared/path-output.ts'
import { pathSummary } from '../shared/path-summary.ts'
import { allBuilt, refusal, unbuilt } from '../shared/refusal.ts'
import { arcsThrough } from './biarcs.ts'

export const edgePathMaker: StepMaker<EdgePathStep> = {
  cheaper: 'A plainer body would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string) => unbuilt(refusal(step, 'path', `path.${code}`, message))
    if (step.edges.length === 0)
      return refuse('none', `No edge is picked for "${step.name}" yet; pick some in the picture.`)
    const edges = allBuilt(
      step.edges.map(({ edge }) => pickedEdge(step, 'path', { of: step.of, edge }, context)),
    )
    if (!edges.ok) return unbuilt(edges)
    const ordered = inOrder(edges.value)
    if (!ordered.ok)
      return refuse(
        'apart',
        `The edges of "${step.name}" do not make one chain; the nearest ends are ${shortLength(ordered.gap, context.display)} apart. Pick those between, or let some go.`,
      )
    let deviation = 0
    const parts = ordered.links.flatMap(({ edge, forward }, index) => {
      const found = segmentsOf(edge)
      deviation = Math.max(deviation, found.deviation)
      const own = forward ? found.segments : found.segments.map(reverseSegment).reverse()
      return own.map((segment) => ({ segment, origin: { kind: 'piece', index } as const }))
    })
    const turned = step.reversed
      ? parts.map((p) => ({ ...p, segment: reverseSegment(p.segment) })).reverse()
      : parts
    const path = makePath(turned, ordered.closed)
    const facing = facingFrames(path, upAlong(path, ordered.links, step.reversed))
    const evaluation = pathEvaluation(step, path, context, { facing })
    if (deviation === 0 || !evaluation.output) return evaluation
    const fitted: Finding = {
      id: `${step.id}:fitted`,
      severity: 'notes',
      code: 'path.fitted',
      message: `Edges of "${step.name}" that are neither straight nor round are followed by arcs, within ${fineLength(deviation, context.display, 'up')}.`,
      station: 'path',
      step: step.id,
      cures: [],
    }
    return { ...evaluation, findings: [...evaluation.findings, fitted] }
  },
  summary: pathSummary,
}

/** Where the face that is up looks out along a path of edges. */
function upAlong(
  path: Path,
  links: readonly Link[],
  isReversed: boolean,
): (index: number, s: number, at: Vec3) => Vec3 | undefined {
  const beside = links.map(({ edge, forward }) => besideEdge(edge, forward !== isReversed))
  return (index, _, at) => {
    const origin = path.origins[index]!
    return origin.kind === 'piece' ? beside[origin.index]?.(at)[0] : undefined
  }
}

interface Link {
  readonly edge: BodyEdge
  readonly forward: boolean
}

/** Edges end to start, the first as it runs itself unless the second asks for the other way. */
function inOrder(
  edges: readonly BodyEdge[],
):
  | { readonly ok: true; readonly links: Link[]; readonly closed: boolean }
  | { readonly ok: false; readonly gap: number } {
  const [first] = edges
  if (edges.length === 1) return { ok: true, links: [{ edge: first!, forward: true }], closed: first!.closed }
  const left = new Set(edges.slice(1))
  const links: Link[] = [{ edge: first!, forward: true }]
  let gap = Infinity
  while (left.size > 0) {
    const [head, tail] = [placeOf(links[0]!, 'first'), placeOf(links.at(-1)!, 'last')]
    let next: { edge: BodyEdge; at: 'head' | 'tail'; forward: boolean } | undefined
    gap = Infinity
    for (const edge of left)
      for (const tip of tipsOf(edge))
        for (const [at, place] of [
          ['tail', tail],
          ['head', head],
        ] as const) {
          const away = vec3.distance(tip.at, place)
          if (away >= gap) continue
          gap = away
          next = { edge, at, forward: (tip.end === 'start') === (at === 'tail') }
        }
    if (!next || gap > tolerance.edgesMeet) return { ok: false, gap }
    left.delete(next.edge)
    const link = { edge: next.edge, forward: next.forward }
    if (next.at === 'tail') links.push(link)
    else links.unshift(link)
  }
  const closed =
    vec3.distance(placeOf(links[0]!, 'first'), placeOf(links.at(-1)!, 'last')) < tolerance.edgesMeet
  return { ok: true, links, closed }
}

const placeOf = ({ edge: { points }, forward }: Link, which: 'first' | 'last'): Vec3 =>
  (which === 'first') === forward ? points[0]! : points.at(-1)!

/** An edge as path segments: exact where it is straight or round, else arcs through its places. */
function segmentsOf(edge: BodyEdge): { readonly segments: readonly Segment[]; readonly deviation: number } {
  const form = formOfEdge(edge)
  const [first, last] = [edge.points[0]!, edge.points.at(-1)!]
  if (form.kind === 'line') {
    const length = vec3.distance(first, last)
    return { segments: [lineSegment(first, vec3.unit(vec3.sub(last, first)), length)], deviation: 0 }
  }
  if (form.kind === 'arc') {
    const out = vec3.unit(vec3.sub(first, form.centre))
    return {
      segments: [arcSegment(form.centre, out, vec3.cross(form.axis, out), form.radius, form.sweep)],
      deviation: 0,
    }
  }
  return arcsThrough(edge.closed ? [...edge.points, first] : edge.points, edge.closed)
}
