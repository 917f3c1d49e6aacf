import { tolerance } from '../../num/index.ts'
import type { FilletStep } from './typed.ts'
import {
  type Body,
  type Solid,
  bodyOfTree,
  boundOf,
  edgesOfBody,
  edgeWords,
  facesOfBody,
  finenessFor,
  massAfter,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
  type BodyEdge,
  type Work,
  edgeCutBoundary,
} from '../../solid/index.ts'
import { shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { IDENTITY, vec3, type Vec3 } from '../../space/index.ts'
import { pickedEdge } from '../shared/picked.ts'
import { allBuilt, refusal, unbuilt, type Built } from '../shared/refusal.ts'
import { cutsOf, hasRoom, type EdgeCuts, type Sized } from './cuts.ts'

export const filletMaker: StepMaker<FilletStep> = {
  cheaper: 'Fewer edges, or a plainer body, would fit.',
  evaluate(step, context) {
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'fit', `edges.${code}`, message, field))
    if (step.edges.length === 0) return refuse('none', 'No edge is picked yet; pick some in the picture.')
    const picked = allBuilt(step.edges.map((e) => sized(step, e, context)))
    if (!picked.ok) return unbuilt(picked)
    const bodies = context.others.flatMap((o) => o.bodies)
    return {
      output: { takes: context.others.map((o) => o.step) },
      findings: [],
      later: {
        coming: bodies.map((b) => ({
          id: b.id,
          hidden: b.hidden,
          instances: [IDENTITY],
          figures: undefined,
        })),
        points: Math.max(1, ...bodies.map((b) => b.mesh.positions.length / 3)),
        make() {
          const made = allBuilt(bodies.map((b) => edged(step, b, picked.value, context)))
          return made.ok ? { bodies: made.value, findings: [] } : { bodies: [], findings: made.fault }
        },
      },
    }
  },
  summary(_output, _display, step) {
    const count = step.edges.length
    return `${count} ${count === 1 ? 'edge' : 'edges'} ${step.shape}${typeof step.size === 'string' ? `, ${step.size}` : ''}`.trimEnd()
  },
}

/** A picked edge with its size. */
function sized(step: FilletStep, entry: FilletStep['edges'][number], context: StepContext): Built<Sized> {
  const edge = pickedEdge(step, 'fit', { of: step.of, edge: entry.edge }, context)
  if (!edge.ok) return edge
  const field = entry.size === undefined ? 'size' : `edges/${entry.id}/size`
  const size = context.number(field)
  const words = edgeWords(entry.edge, (id) => context.around.step(id)?.name)
  const refuse = (code: string, message: string) => {
    const { fault } = refusal(step, 'fit', `edges.${code}`, message, field)
    return { ok: false as const, fault: fault.map((f) => ({ ...f, id: `${f.id}-${entry.id}` })) }
  }
  if (!(size > 0)) return refuse('size', `An edge is ${step.shape} by more than 0.`)
  if (edge.value.faces.some((f) => f.form.kind === 'free'))
    return refuse(
      'free',
      `The ${words} lies on a face that no formula tells of; only edges of flat and round faces are ${step.shape}.`,
    )
  const widest = widthAt(edge.value, edgesOfBodyOf(context, step))
  const fits = largest(edge.value, step.shape, widest)
  if (!hasRoom(edge.value, step.shape, size) || size > fits * (1 + tolerance.allowedExcess)) {
    const is = shortLength(size, context.display)
    const most = Number.isFinite(fits) ? ` Up to ${shortLength(fits, context.display)} fits.` : ''
    return refuse(
      'large',
      `The ${words} cannot be ${step.shape} by ${is}: that is larger than its faces.${most}`,
    )
  }
  return { ok: true, value: { id: entry.id, edge: edge.value, size } }
}

const edgesOfBodyOf = (context: StepContext, step: FilletStep): readonly BodyEdge[] =>
  context.standing(step.of).flatMap(edgesOfBody)

/** How far each of its flat faces goes back from the middle of a straight edge, at the least, mm. */
function widthAt(edge: BodyEdge, all: readonly BodyEdge[]): number {
  const { points } = edge
  if (points.length !== 2) return Infinity
  const [a, b] = points as unknown as readonly [Vec3, Vec3]
  const way = vec3.sub(b, a)
  const long = vec3.length(way)
  const along = vec3.scale(way, 1 / long)
  let least = Infinity
  for (const face of edge.faces) {
    if (face.form.kind !== 'plane') continue
    const across = vec3.cross(face.form.normal, along)
    const inward = vec3.dot(vec3.sub(face.at, a), across) < 0 ? vec3.scale(across, -1) : across
    for (const other of all) {
      if (other === edge || !other.faces.some((f) => f.name === face.name)) continue
      for (const [p, q] of segmentsOf(other)) {
        const back = crossing(vec3.sub(p, a), vec3.sub(q, a), along, inward, long)
        if (back !== undefined) least = Math.min(least, back)
      }
    }
  }
  return least
}

const segmentsOf = ({ points, closed }: BodyEdge): (readonly [Vec3, Vec3])[] => {
  const all = closed ? [...points, points[0]!] : points
  return all.slice(1).map((q, i) => [all[i]!, q] as const)
}

/** How far back a stretch lies at the least where it is opposite of an edge's middle nine tenths. */
function crossing(p: Vec3, q: Vec3, along: Vec3, inward: Vec3, long: number): number | undefined {
  const [pa, qa] = [vec3.dot(p, along), vec3.dot(q, along)]
  const [pb, qb] = [vec3.dot(p, inward), vec3.dot(q, inward)]
  let [from, to] = [0, 1]
  for (const [bound, sign] of [
    [0.05 * long, 1],
    [0.95 * long, -1],
  ] as const) {
    const [d0, d1] = [sign * (pa - bound), sign * (qa - bound)]
    if (d0 < 0 && d1 < 0) return undefined
    if (d0 < 0) from = Math.max(from, d0 / (d0 - d1))
    if (d1 < 0) to = Math.min(to, d0 / (d0 - d1))
  }
  if (from > to) return undefined
  const back = Math.min(pb + (qb - pb) * from, pb + (qb - pb) * to)
  return back > tolerance.vanishes ? back : undefined
}

/** The largest size that goes back no further than a width on either face. */
function largest(edge: BodyEdge, shape: FilletStep['shape'], width: number): number {
  if (!Number.isFinite(width) || shape === 'bevelled') return width
  const [a, b] = edge.faces.map((f) => f.form)
  if (a!.kind !== 'plane' || b!.kind !== 'plane') return Infinity
  return width / Math.tan(vec3.angleBetween(a!.normal, b!.normal) / 2)
}

/** A body with its edges rounded or bevelled. */
function edged(step: FilletStep, body: Body, picked: readonly Sized[], context: StepContext): Built<Body> {
  const { solids } = context
  const refuse = (code: string, message: string) => refusal(step, 'fit', `edges.${code}`, message, 'size')
  if (!solids) return refuse('library', 'Edges cannot be cut here: the library for it is not loaded.')
  const all = edgesOfBody(body)
  const own = picked.filter((p) => all.includes(p.edge))
  if (own.length === 0) return { ok: true, value: body }
  const cuts = cutsOf(own, all, step.shape, facesOfBody(body).reach)
  const fineness = finenessFor([body], context.chordError)
  if (![...cuts.off, ...cuts.fills].every((c) => edgeCutBoundary(c, fineness)))
    return refuse('large', `There is no room for edges ${step.shape} so far; a smaller size would fit.`)
  const materials = body.origins.all[0]!.materials.slice(0, 1)
  const work: Work = {
    solids,
    fineness,
    origins: new Map([
      ...originsOf([body]),
      [step.id, { step: step.id, instance: 0, edges: 5, materials }] as const,
    ]),
  }
  const whole = standing(body)
  const { off, added } = solidsOf(step, cuts)
  const filled: Solid = added.length > 0 ? { kind: 'joined', of: [whole, ...added] } : whole
  const solid: Solid = off.length > 0 ? { kind: 'cut', of: filled, by: off } : filled
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', 'The edges cannot be made so; try another size.')
  const volume = made.value.own
    ? { ok: true as const, value: made.value.own }
    : changedVolume(whole, off, added, volumeIn(body), boundOf(body), work)
  if (!volume.ok) return refuse('unsound', 'The edges cannot be made so; try another size.')
  const { value, error } = volume.value
  const result = weighed(made.value, value, massAfter(body, solid, value, work), error)
  const left = new Set(facesOfBody(result).faces.map((f) => f.name))
  const eaten = own.find((p) => p.edge.faces.some((f) => !left.has(f.name)))
  if (eaten) {
    const words = edgeWords(eaten.edge.name, (id) => context.around.step(id)?.name)
    return refuse(
      'large',
      `The ${words} cannot be ${step.shape} by ${shortLength(eaten.size, context.display)}: nothing would be left of a face beside it. A smaller size would fit.`,
    )
  }
  return { ok: true, value: result }
}

function solidsOf(step: FilletStep, { off, fills, corners }: EdgeCuts) {
  const laid = ({ id, ...cut }: EdgeCuts['off'][number]): Solid => ({
    kind: 'edged',
    step: step.id,
    key: id,
    cut,
  })
  return {
    off: [...off.map(laid), ...corners.map((cut): Solid => ({ kind: 'cornered', step: step.id, cut }))],
    added: fills.map(laid),
  }
}

/** The volume after: what was there, less what is taken off of it, and with what is filled in beside it. */
function changedVolume(
  whole: Solid,
  off: readonly Solid[],
  added: readonly Solid[],
  volume: number,
  bound: number,
  work: Work,
) {
  let [value, error] = [volume, bound]
  if (added.length > 0) {
    const more = volumeOf({ kind: 'cut', of: { kind: 'joined', of: added }, by: [whole] }, work)
    if (!more.ok) return more
    value += more.value.value
    error += more.value.error
  }
  if (off.length > 0) {
    const there: Solid = added.length > 0 ? { kind: 'joined', of: [whole, ...added] } : whole
    const less = volumeOf({ kind: 'common', of: [there, { kind: 'joined', of: off }] }, work)
    if (!less.ok) return less
    value -= less.value.value
    error += less.value.error
  }
  return { ok: true as const, value: { value, error } }
}
