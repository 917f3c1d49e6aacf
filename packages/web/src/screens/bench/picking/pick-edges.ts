import type { Id } from '@flexum/core/base'
import { edgesOfBody, edgesOfFace, facesOfBody, tangentChain, type Body } from '@flexum/core/solid'
import { bodiesBefore, type PickedThing } from '../../../bench/picking.ts'
import type { Session } from '../../../bench/session.ts'

/** A set of edges that is picked in the picture. */
export interface EdgeSet {
  /** Their names by now; undefined when whoever has them is gone. */
  names(): readonly string[] | undefined
  /** Other names, on the bodies of a step. */
  put(of: Id, names: readonly string[]): void
}

/** Lets edges be pressed for a step: each with all that it runs on into, or alone; one that is in the set is let go. */
export function pickEdges(session: Session, step: Id, set: EdgeSet): void {
  const chosen = set.names()
  if (!chosen) return
  session.pick({
    step,
    what: 'edge',
    many: true,
    hint: 'Press an edge: all that it runs on into comes with it, with Shift it alone',
    chosen,
    take: (picked) => {
      const now = set.names()
      if (!now) return
      const names = chainOf(session, step, picked)
      set.put(
        picked.of,
        now.includes(picked.name) ? now.filter((n) => !names.includes(n)) : union(now, names),
      )
      pickEdges(session, step, set)
    },
  })
}

/** Lets a face be pressed, all edges of which are taken. */
export function pickEdgesOfFace(session: Session, step: Id, set: EdgeSet): void {
  session.pick({
    step,
    what: 'face',
    hint: 'Press a face: all its edges are taken',
    chosen: [],
    take: ({ name, of }) => {
      const now = set.names()
      const body = bodyWith(session, step, (b) => facesOfBody(b).faces.some((f) => f.name === name))
      if (now && body)
        set.put(
          of,
          union(
            now,
            edgesOfFace(name, edgesOfBody(body)).map((e) => e.name),
          ),
        )
    },
  })
}

const union = (a: readonly string[], b: readonly string[]): string[] => [...new Set([...a, ...b])]

function bodyWith(session: Session, step: Id, has: (body: Body) => boolean): Body | undefined {
  return bodiesBefore(session.store.getState().result, step).find((s) => has(s.body))?.body
}

function chainOf(session: Session, step: Id, { name, how }: PickedThing): string[] {
  const body = bodyWith(session, step, (b) => edgesOfBody(b).some((e) => e.name === name))
  const edge = body && edgesOfBody(body).find((e) => e.name === name)
  if (!edge || how === 'one') return [name]
  return tangentChain(edge, edgesOfBody(body), facesOfBody(body).reach).map((e) => e.name)
}
