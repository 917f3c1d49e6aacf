import { toast } from 'sonner'
import { countingIds, type Id } from '@flexum/core/base'
import {
  freshStep,
  idsIn,
  kindOf,
  stationOf,
  type BentPathStep,
  type FormingStep,
  type Part,
  type Step,
  addStep,
  turnIntoBends,
  type Command,
  type SheetPlane,
  type SketchItem,
} from '@flexum/core/recipe'
import { formulaText, type Formula } from '@flexum/core/units'
import { partOf, type Session } from '../../../bench/session.ts'
import { newId } from './ids.ts'

/** Adds a step with sizes to start from; one that needs others takes the last of each in the recipe. */
export function addNewStep(session: Session, kind: Step['kind']): void {
  const part = partOf(session.store.getState())
  const id = newId(part, 's')
  // What is made of a path stands right after the last one, so that the runs along it can take it.
  const index = ON_PATHS.has(kind) ? afterPaths(part) : part.steps.length
  const made = freshStep(part, kind, { id, before: index })
  if (!made.ok) {
    toast.error(made.fault.message)
    return
  }
  const step = made.value
  session.run(
    addStep,
    { step, index },
    {
      label: `Add ${step.name}`,
      select: { station: stationOf(step, [...part.steps, step]), step: id, node: null },
    },
  )
}

const ON_PATHS: ReadonlySet<Step['kind']> = new Set(['changed-path', 'bent-path', 'wall-path', 'trim-path'])

/** After the last path that a run goes along, or the last of all. */
function afterPaths({ steps }: Part): number {
  const run = steps.findIndex((s) => s.kind === 'run')
  const before = run < 0 ? steps : steps.slice(0, run)
  return before.findLastIndex((s) => kindOf(s).gives.includes('path')) + 1 || steps.length
}

/** Puts the fewest bends that follow a free curve in its place. */
export function bendCurve(session: Session, path: Id): void {
  const part = partOf(session.store.getState())
  const before = part.steps.findIndex((s) => s.id === path) + 1
  const made = freshStep(part, 'bent-path', { id: newId(part, 's'), before })
  if (!made.ok) {
    toast.error(made.fault.message)
    return
  }
  if (made.value.kind !== 'bent-path') return
  const step = { ...made.value, path, ...borneBy(part, path) }
  session.run(
    turnIntoBends,
    { step },
    { label: 'Turn into bends', select: { station: 'path', step: step.id, node: null } },
  )
}

/** The tightest bend and the shortest straights that the stock and the bender of a path's run bear; none that nothing says. */
export function borneBy(part: Part, path: Id): Partial<Pick<BentPathStep, 'radius' | 'straight' | 'last'>> {
  const along = new Set(part.steps.flatMap((s) => (s.kind === 'run' && s.path === path ? [s.id] : [])))
  const forming = part.steps.find((s): s is FormingStep => s.kind === 'forming' && along.has(s.run))
  if (!forming) return {}
  const says = (f: Formula): boolean => Number(formulaText(f)) !== 0
  const { stock, bender } = forming
  return {
    ...(says(stock.smallest) ? { radius: stock.smallest } : {}),
    ...(says(bender.clamp) ? { straight: bender.clamp } : {}),
    ...(says(bender.pressure) ? { last: bender.pressure } : {}),
  }
}

/** Opens the sheet of a sketch. */
export function openSheet(session: Session, step: Id): void {
  const { steps } = partOf(session.store.getState())
  const sketch = steps.find((s) => s.id === step)
  session.select({
    station: sketch ? stationOf(sketch, steps) : 'path',
    step,
    node: null,
    sheet: step,
  })
}

export function closeSheet(session: Session): void {
  session.select({ sheet: null })
}

/** A sketch with a path along it, and its sheet open; upright, seen from the front, if nothing else is said. */
export function drawPath(session: Session, plane: SheetPlane = { kind: 'xz', offset: '0' }): void {
  drawOn(session, 'sketch-path', plane)
}

/** A sketch with a profile of it, and its sheet open. */
export function drawProfile(session: Session): void {
  drawOn(session, 'sketch-profile', { kind: 'xy', offset: '0' })
}

/** A sketch that lies flat and a body extruded of it at the end of the recipe, and its sheet open. */
export function drawBody(session: Session): void {
  const part = partOf(session.store.getState())
  const ids = countingIds('s', idsIn(part))
  const [sketch, body] = [ids(), ids()]
  const mergeKey = `draw-${sketch}`
  const drawn: Step = {
    id: sketch,
    kind: 'sketch',
    name: 'Body sketch',
    aside: false,
    plane: { kind: 'xy', offset: '0' },
    entities: [],
    constraints: [],
  }
  const label = 'Draw a body'
  session.run(addStep, { step: drawn, index: part.steps.length }, { label, mergeKey })
  const step = freshStep(partOf(session.store.getState()), 'extruded', { id: body })
  if (!step.ok) return
  const select = { station: 'fit' as const, step: body, node: null, sheet: sketch }
  session.run(addStep, { step: step.value, index: part.steps.length + 1 }, { label, mergeKey, select })
}

/** A sketch on a plane and what takes it, before the first run, so that it can be carried by it; its sheet opens if it is empty. */
export function drawOn(
  session: Session,
  kind: 'sketch-path' | 'sketch-profile',
  plane: SheetPlane,
  drawing?: { readonly name: string; readonly entities: readonly SketchItem[] },
): void {
  const part = partOf(session.store.getState())
  const ids = countingIds('s', idsIn(part))
  const [sketch, taken] = [ids(), ids()]
  const mergeKey = `draw-${sketch}`
  const drawn: Step = {
    id: sketch,
    kind: 'sketch',
    name: drawing?.name ?? (kind === 'sketch-path' ? 'Path sketch' : 'Profile sketch'),
    aside: false,
    plane,
    entities: drawing?.entities ?? [],
    constraints: [],
  }
  const label = drawing ? `Bring in ${drawing.name}` : 'Draw it'
  const index = beforeRuns(part)
  session.run(addStep, { step: drawn, index }, { label, mergeKey })
  const with1 = partOf(session.store.getState())
  const step = freshStep(with1, kind, { id: taken, before: index + 1 })
  if (!step.ok) return
  const station = kind === 'sketch-path' ? ('path' as const) : ('profile' as const)
  const select = drawing
    ? { station, step: taken, node: null }
    : { station, step: sketch, node: null, sheet: sketch }
  session.run(addStep, { step: step.value, index: index + 1 }, { label, mergeKey, select })
  carryAtOnce(session, { label, mergeKey, select })
}

/** A path that a command adds, carried at once where nothing is yet. */
export function addPath<A>(session: Session, command: Command<A>, args: A, id: Id, label: string): void {
  const how = {
    label,
    mergeKey: `path-${id}`,
    select: { station: 'path' as const, step: id, node: null },
  }
  if (session.run(command, args, how)) carryAtOnce(session, how)
}

/** Before the first run, so that it can be carried by it. */
export function beforeRuns({ steps }: Part): number {
  const run = steps.findIndex((s) => kindOf(s).gives.includes('carried'))
  return run < 0 ? steps.length : run
}

/** Where nothing carries anything yet, what came is carried at once, if its other half is there. */
function carryAtOnce(session: Session, how: Parameters<Session['run']>[2]): void {
  const part = partOf(session.store.getState())
  if (part.steps.some((s) => kindOf(s).gives.includes('carried'))) return
  const run = freshStep(part, 'run', { id: countingIds('s', idsIn(part))() })
  if (run.ok) session.run(addStep, { step: run.value, index: part.steps.length }, how)
}
