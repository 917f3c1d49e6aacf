import type { Id } from '@flexum/core/base'
import { pointAt, vec2, type Vec2 } from '@flexum/core/plane'
import { isBuiltIn, pointsOf, type Pull, type SketchEntity } from '@flexum/core/sketch'
import { isFree, type SheetModel } from '../model.ts'
import { hitAt } from '../snap.ts'
import { NO_PREVIEW, type Pointer, type Tool, type ToolHost } from './tool.ts'

/** What is held while the button is down: a thing that is dragged, or a box that chooses. */
type Hold =
  | {
      readonly kind: 'thing'
      readonly id: Id
      readonly start: Vec2
      readonly model: SheetModel
      moved: boolean
    }
  | { readonly kind: 'frame'; readonly start: Vec2; moved: boolean }

/** Chooses, and drags what is free. */
export function chooseTool(host: ToolHost): Tool {
  let hold: Hold | undefined
  return {
    name: 'choose',
    get begun() {
      return hold !== undefined
    },
    except: () => {
      if (hold?.kind !== 'thing') return new Set()
      const e = hold.model.byId.get(hold.id)
      return new Set(e ? [e.id, ...pointsOf(e), ...around(hold.model, e.id)] : [])
    },
    preview: () => ({ ...NO_PREVIEW, hint: '' }),
    press(p) {
      const hit = hitAt(host.model(), p.raw, p.reach)
      if (hit === undefined) {
        hold = { kind: 'frame', start: p.raw, moved: false }
        if (!p.more) host.choose([])
        return
      }
      host.choose([hit], p.more)
      hold = { kind: 'thing', id: hit, start: p.raw, model: host.model(), moved: false }
    },
    drag(p) {
      if (!hold) return
      if (!hold.moved && vec2.distance(p.raw, hold.start) < p.reach / 3) return
      if (hold.kind === 'frame') {
        hold.moved = true
        host.frame([hold.start, p.raw])
        return
      }
      if (isBuiltIn(hold.id)) return
      if (!hold.moved && !isFree(hold.model, hold.id)) {
        host.tellSettled(hold.id)
        hold = undefined
        return
      }
      hold.moved = true
      host.pull(hold.model.entities, pullsFor(hold.model, hold.id, hold.start, p))
    },
    release(p) {
      const held = hold
      hold = undefined
      if (!held?.moved) return
      if (held.kind === 'frame') {
        host.frame(undefined)
        host.choose(inFrame(host.model(), held.start, p.raw), p.more)
        return
      }
      const e = held.model.byId.get(held.id)
      const onto = p.snap.point
      const joined = e?.kind === 'point' && !p.plain && onto !== undefined && onto !== e.id
      host.keepPull(`Move ${e?.kind ?? 'it'}`, joined ? [e.id, onto] : undefined)
    },
    key(key) {
      if (key !== 'Escape') return false
      if (hold?.kind === 'thing' && hold.moved) {
        hold = undefined
        host.dropPull()
        return true
      }
      if (host.chosen().length === 0) return false
      host.choose([])
      return true
    },
  }
}

/** Curves that end in a point. */
function around(model: SheetModel, id: Id): Id[] {
  return model.entities.filter((e) => e.kind !== 'point' && pointsOf(e).includes(id)).map((e) => e.id)
}

/** Where a drag pulls: a point to the pointer, a round's rim by its radius, a curve by its points. */
function pullsFor(model: SheetModel, id: Id, start: Vec2, p: Pointer): Pull[] {
  const e = model.byId.get(id)!
  const by = vec2.sub(p.raw, start)
  if (e.kind === 'point') return [{ point: id, x: p.snap.at[0], y: p.snap.at[1] }]
  if (e.kind === 'circle') return [{ round: id, radius: vec2.distance(model.at(e.centre), p.raw) }]
  if (e.kind === 'arc') return [{ round: id, radius: vec2.distance(model.at(e.centre), p.raw) }]
  return pointsOf(e).map((point) => {
    const at = model.at(point)
    return { point, x: at[0] + by[0], y: at[1] + by[1] }
  })
}

/** Curves that lie in a box as a whole, and points of no such curve. */
function inFrame(model: SheetModel, a: Vec2, b: Vec2): Id[] {
  const has = (p: Vec2): boolean =>
    [0, 1].every((k) => p[k]! >= Math.min(a[k]!, b[k]!) && p[k]! <= Math.max(a[k]!, b[k]!))
  const inside = (id: Id): boolean => has(model.at(id))
  const whole = (e: SketchEntity): boolean => {
    if (e.kind === 'spline' || e.kind === 'point') return pointsOf(e).every(inside)
    return (model.pieces.get(e.id) ?? []).every((c) =>
      [0, 1 / 4, 1 / 2, 3 / 4, 1].every((t) => has(pointAt(c, t))),
    )
  }
  const curves = model.entities.filter((e) => e.kind !== 'point' && whole(e))
  const theirs = new Set(curves.flatMap(pointsOf))
  const points = model.entities.filter((e) => e.kind === 'point' && !theirs.has(e.id) && inside(e.id))
  return [...curves, ...points].map((e) => e.id)
}
