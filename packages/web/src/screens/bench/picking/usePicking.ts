import { useEffect, useMemo, useState } from 'react'
import { edgesOfBody, facesOfBody } from '@flexum/core/solid'
import { pickableEdges, pickableFaces } from '../../../bench/picking.ts'
import type { ShownBody } from '../../../bench/results.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { useBench, usePart, useSessionState } from '../context.ts'

type At = [x: number, y: number]

/** One that can be picked, with how it is called in words. */
export interface Pickable {
  readonly shown: ShownBody
  readonly name: string
  readonly words: string
}

const NONE: readonly Pickable[] = []

/** Picking faces and edges of bodies in the picture: what the pointer is over is lit, and a press takes it. */
export function usePicking(view: BenchView | undefined, bodies: readonly ShownBody[]) {
  const { session } = useBench()
  const part = usePart()
  const picking = useSessionState((s) => s.picking)
  const [under, setUnder] = useState<Pickable>()
  const list = useMemo((): readonly Pickable[] => {
    if (!picking) return NONE
    return picking.what === 'face'
      ? pickableFaces(part, bodies, picking.flat).map((p) => ({ ...p, name: p.face.name }))
      : pickableEdges(part, bodies).map((p) => ({ ...p, name: p.edge.name }))
  }, [part, bodies, picking])
  useEffect(() => {
    if (!view || !picking) return
    const lit = new Set([...(under ? [under.name] : []), ...picking.chosen])
    const faces = bodies.flatMap(({ body }) =>
      picking.what === 'face'
        ? facesOfBody(body).faces.flatMap((f, face) => (lit.has(f.name) ? [{ body, face }] : []))
        : [],
    )
    const edges = bodies.flatMap(({ body }) =>
      picking.what === 'edge'
        ? edgesOfBody(body).flatMap((e) =>
            lit.has(e.name) ? [e.closed ? [...e.points, e.points[0]!] : e.points] : [],
          )
        : [],
    )
    view.setChosen(faces, edges)
    return () => view.setChosen([], [])
  }, [view, bodies, under, picking])
  useEffect(() => {
    if (!picking) return
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') session.pick(undefined)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [session, picking])
  const find = ([x, y]: At): Pickable | undefined => {
    const named = (name: string | undefined): Pickable | undefined => list.find((l) => l.name === name)
    if (picking?.what === 'edge') {
      const found = view?.pickEdge(x, y)
      return named(found && edgesOfBody(found.shown.body)[found.edge]!.name)
    }
    const found = view?.pickFace(x, y)
    return named(found && facesOfBody(found.shown.body).faces[found.face]!.name)
  }
  const take = ({ shown, name }: Pickable, how: 'one' | 'chain'): void => {
    if (!picking) return
    picking.take({ of: shown.step, name, how })
    if (!picking.many) session.pick(undefined)
    setUnder(undefined)
  }
  return {
    picking,
    under,
    list,
    take,
    move: (at: At): void => setUnder(find(at)),
    leave: (): void => setUnder(undefined),
    press: (at: At, alone: boolean): void => {
      const found = find(at)
      if (found) take(found, alone ? 'one' : 'chain')
    },
  }
}

export type PickingInHand = ReturnType<typeof usePicking>
