import { toast } from 'sonner'
import type { Id } from '@flexum/core/base'
import {
  inputsOf,
  kindOf,
  type NodeEntry,
  insertNode,
  present,
  removeNodes,
  reversePath as turnRound,
} from '@flexum/core/recipe'
import { endAsStart, isAgainst } from '@flexum/core/recipe/evaluated'
import type { Vec3 } from '@flexum/core/space'
import { formatExact, LENGTH_FACTORS, typedFormula } from '@flexum/core/units'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { partOf, selectionOf, type Session } from '../../../bench/session.ts'
import { newId } from './ids.ts'

/** Where a node goes after another: midway to the next, or as far on as the last leg is long, mm. */
export function nodeBeyond(
  points: readonly { readonly point: Vec3 }[],
  after: number,
  closed: boolean,
): Vec3 {
  const here = points[after]?.point
  const next = points[after + 1]?.point ?? (closed ? points[0]?.point : undefined)
  const before = points[after - 1]?.point
  const at = (i: 0 | 1 | 2): number => {
    const a = here?.[i] ?? 0
    return next ? (a + next[i]) / 2 : before ? 2 * a - before[i] : a + (i === 0 ? 100 : 0)
  }
  return [at(0), at(1), at(2)]
}

/** Puts a node after another (or at the end): midway to the next, or as far on as the last leg is long. */
export function addNodeAfter(session: Session, stepId: Id, after: number): void {
  const state = session.store.getState()
  const part = partOf(state)
  const step = part.steps.find((s) => s.id === stepId)
  if (step?.kind !== 'node-path') return
  const points = state.result?.steps.find((s) => s.id === stepId)?.nodePoints ?? []
  const { unit } = part.units.length
  const place = nodeBeyond(points, after, step.closed)
  const at = (i: 0 | 1 | 2): string => formatExact(Number((place[i] / LENGTH_FACTORS[unit]).toFixed(6)))
  const node: NodeEntry = {
    id: newId(part, 'n'),
    x: typedFormula(at(0), unit),
    y: typedFormula(at(1), unit),
    z: typedFormula(at(2), unit),
    corner: { kind: 'sharp' },
  }
  session.run(
    insertNode,
    { step: stepId, index: after + 1, node },
    { label: 'Add node', select: { step: stepId, node: node.id } },
  )
}

export function removeChosenNode(session: Session): void {
  const part = partOf(session.store.getState())
  const { step, node } = selectionOf(session.store.getState())
  const path = stepInWork(part, step, 'node-path')
  if (!path || node === null) return
  session.run(removeNodes, { step: path.id, nodes: [node] }, { label: 'Remove node', select: { node: null } })
}

/** Travels the path in work the other way; what goes along it stays where it was, and it is said how. */
export function reversePath(session: Session, step?: Id): void {
  const { result, history } = session.store.getState()
  const part = present(history).part
  const chosen = step ?? selectionOf(session.store.getState()).step
  const turnable = part.steps.filter((s) => kindOf(s).reversed !== undefined)
  const path = turnable.find((s) => s.id === chosen) ?? turnable[0]
  if (!path) return
  const output = stepResult(result, path.id)?.output
  const begins = path.kind === 'bend-table' && output ? endAsStart(output) : undefined
  const args = { step: path.id, ...(begins ? { begins } : {}) }
  if (!session.run(turnRound, args, { label: 'Reverse path' })) return
  for (const taker of partOf(session.store.getState()).steps)
    if (inputsOf(taker).some((i) => i.gives === 'path' && i.id === path.id))
      toast(
        `“${taker.name}” stays where it was: it goes from the path’s ${isAgainst(taker, path.id) ? 'end' : 'start'} now`,
      )
}
