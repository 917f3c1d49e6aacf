import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { LIMITS, type Part } from '../../document/index.ts'
import type { NodeCorner, NodeEntry, NodePathStep } from './typed.ts'
import {
  formulaText,
  formulaUnit,
  formatExact,
  LENGTH_FACTORS,
  namesUsed,
  typedFormula,
  writtenFigure,
  writtenLength,
  type Formula,
} from '../../units/index.ts'
import { stepOfKind, withStep, type Command, sameFormula } from '../../edit/index.ts'

export const COLUMNS = ['x', 'y', 'z', 'radius'] as const
export type NodeColumn = (typeof COLUMNS)[number]
export type Axis = 'x' | 'y' | 'z'

function changeNodes(
  part: Part,
  id: Id,
  change: (nodes: readonly NodeEntry[], step: NodePathStep) => Result<readonly NodeEntry[]>,
): Result<Part> {
  const step = stepOfKind(part, id, 'node-path')
  if (!step.ok) return step
  const nodes = change(step.value.nodes, step.value)
  if (!nodes.ok) return nodes
  return ok(nodes.value === step.value.nodes ? part : withStep(part, { ...step.value, nodes: nodes.value }))
}

const indexOf = (nodes: readonly NodeEntry[], id: Id): Result<number> => {
  const index = nodes.findIndex((n) => n.id === id)
  return index < 0 ? fail(fault('edit.no-node', `there is no node "${id}" on this path`)) : ok(index)
}

/** Puts a node in at an index: 0 before the first, the number of nodes after the last. */
export const insertNode: Command<{ step: Id; index: number; node: NodeEntry }> = (part, args) =>
  changeNodes(part, args.step, (nodes) =>
    nodes.length >= LIMITS.nodes
      ? fail(fault('edit.too-many', `a path has at most ${LIMITS.nodes} nodes`))
      : ok([...nodes.slice(0, args.index), args.node, ...nodes.slice(args.index)]),
  )

/** Takes nodes out. */
export const removeNodes: Command<{ step: Id; nodes: readonly Id[] }> = (part, args) =>
  changeNodes(part, args.step, (nodes) => ok(nodes.filter((n) => !args.nodes.includes(n.id))))

/** Moves a node to another place in the order. */
export const moveNode: Command<{ step: Id; node: Id; to: number }> = (part, args) =>
  changeNodes(part, args.step, (nodes) => {
    const from = indexOf(nodes, args.node)
    if (!from.ok) return from
    const rest = nodes.filter((n) => n.id !== args.node)
    return ok([...rest.slice(0, args.to), nodes[from.value]!, ...rest.slice(args.to)])
  })

/** Types into one cell of the node table; an empty radius makes the corner sharp. */
export const setCell: Command<{ step: Id; node: Id; column: NodeColumn; formula: Formula }> = (part, args) =>
  changeNodes(part, args.step, (nodes) => {
    const index = indexOf(nodes, args.node)
    if (!index.ok) return index
    const before = nodes[index.value]!
    const after = withCell(before, args.column, args.formula)
    return ok(after === before ? nodes : nodes.map((n) => (n === before ? after : n)))
  })

function withCell(node: NodeEntry, column: NodeColumn, formula: Formula): NodeEntry {
  if (column !== 'radius') return sameFormula(node[column], formula) ? node : { ...node, [column]: formula }
  const corner: NodeCorner =
    formulaText(formula).trim() === '' ? { kind: 'sharp' } : { kind: 'bend', radius: formula }
  const same =
    node.corner.kind === corner.kind &&
    (node.corner.kind === 'sharp' ||
      (corner.kind === 'bend' && sameFormula(node.corner.radius, corner.radius)))
  return same ? node : { ...node, corner }
}

/** Whether dragging may change this coordinate: a formula that uses names holds it. */
export function isHeld(node: NodeEntry, axis: Axis): boolean {
  return namesUsed(node[axis]).length > 0
}

/**
 * Puts a node at a point, mm. Coordinates that did not change keep their text, and coordinates held by a formula with
 * names stay. New figures are written in the unit that is shown.
 */
export const placeNode: Command<{
  step: Id
  node: Id
  point: readonly [number, number, number]
  axes: readonly Axis[]
}> = (part, args) =>
  changeNodes(part, args.step, (nodes) => {
    const index = indexOf(nodes, args.node)
    if (!index.ok) return index
    const { unit } = part.units.length
    let node = nodes[index.value]!
    for (const axis of args.axes) {
      if (isHeld(node, axis)) continue
      node = withCell(node, axis, writtenLength(args.point[['x', 'y', 'z'].indexOf(axis)]!, unit))
    }
    return ok(node === nodes[index.value] ? nodes : nodes.map((n, i) => (i === index.value ? node : n)))
  })

/** Moves nodes by the same way, mm: figures are written anew, and what is held by a formula with names goes on from it. */
export const shiftNodes: Command<{
  step: Id
  nodes: readonly Id[]
  by: readonly [number, number, number]
}> = (part, args) =>
  moveNodesBy(part, { step: args.step, moves: args.nodes.map((node) => ({ node, by: args.by })) })

/** Moves each of some nodes by a way of its own, mm, in the same manner. */
export const moveNodesBy: Command<{
  step: Id
  moves: readonly { readonly node: Id; readonly by: readonly [number, number, number] }[]
}> = (part, args) =>
  changeNodes(part, args.step, (nodes) => {
    const moves = new Map(args.moves.map((m) => [m.node, m.by]))
    return ok(
      nodes.map((node) => {
        const by = moves.get(node.id)
        if (!by) return node
        let next = node
        for (const [k, axis] of (['x', 'y', 'z'] as const).entries())
          if (by[k] !== 0) next = withCell(next, axis, shifted(node[axis], by[k]!))
        return next
      }),
    )
  })

/** A formula that comes to so much more, mm. */
function shifted(formula: Formula, by: number): Formula {
  const text = formulaText(formula).trim()
  const own = formulaUnit(formula)
  const more = Number((by / LENGTH_FACTORS[own]).toFixed(9))
  if (more === 0) return formula
  const value =
    text !== '' && Number.isFinite(Number(text))
      ? writtenFigure(Number(text) + more)
      : `(${text}) ${more < 0 ? '-' : '+'} ${formatExact(Math.abs(more))} ${own}`
  return typeof formula === 'string' ? value : { ...formula, text: value }
}

/**
 * Lays a block of cells over the table from a row and column on, adding nodes past the end. What is pasted is text in
 * the unit that is shown. Rows may be shorter than the table; an empty cell in a new row is 0, or no radius.
 */
export const pasteCells: Command<{
  step: Id
  row: number
  column: NodeColumn
  cells: readonly (readonly string[])[]
  newId: () => Id
}> = (part, args) =>
  changeNodes(part, args.step, (nodes) => {
    if (args.row + args.cells.length > LIMITS.nodes) {
      return fail(fault('edit.too-many', `that would make more than ${LIMITS.nodes} nodes`))
    }
    const from = COLUMNS.indexOf(args.column)
    const widest = Math.max(0, ...args.cells.map((r) => r.length))
    if (from + widest > COLUMNS.length) {
      return fail(
        fault(
          'edit.too-wide',
          `the pasted rows have ${widest} columns; from ${args.column} on there are ${COLUMNS.length - from}`,
        ),
      )
    }
    const { unit } = part.units.length
    const result = [...nodes]
    // Past the end they go on from it: there are no rows between.
    const first = Math.min(args.row, nodes.length)
    args.cells.forEach((row, r) => {
      const at = first + r
      let node: NodeEntry = result[at] ?? {
        id: args.newId(),
        x: '0',
        y: '0',
        z: '0',
        corner: { kind: 'sharp' },
      }
      row.forEach((text, c) => {
        const column = COLUMNS[from + c]!
        if (text.trim() === '' && column !== 'radius') return
        node = withCell(node, column, typedFormula(text.trim(), unit))
      })
      result[at] = node
    })
    return ok(result)
  })

/** Lets a path go smoothly through its nodes, and how it sets off and arrives; or, without it, by straights and bends. */
export const setSmooth: Command<{ step: Id; smooth: NodePathStep['smooth'] | undefined }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'node-path')
  if (!step.ok) return step
  const { smooth: _, ...others } = step.value
  return ok(withStep(part, args.smooth ? { ...others, smooth: args.smooth } : others))
}

/** Closes a path, so that its last node runs on to its first, or opens it. */
export const setClosed: Command<{ step: Id; closed: boolean }> = (part, args) => {
  const step = stepOfKind(part, args.step, 'node-path')
  if (!step.ok) return step
  return ok(step.value.closed === args.closed ? part : withStep(part, { ...step.value, closed: args.closed }))
}
