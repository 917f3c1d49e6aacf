import { toast } from 'sonner'
import { countingIds, type Id } from '@flexum/core/base'
import {
  againstTravel,
  freshStep,
  idsIn,
  kindOf,
  LIMITS,
  type NodeEntry,
  type Part,
  type SheetPlane,
  type SketchItem,
  type Step,
} from '@flexum/core/document'
import {
  addStep,
  insertNode,
  makeChange,
  present,
  removeNodes,
  reversePath as turnRound,
  setUnits,
} from '@flexum/core/edit'
import { inputOf, type Cure, type Finding } from '@flexum/core/evaluate'
import { locate, pathPoint, type Path } from '@flexum/core/path'
import { reachAround } from '@flexum/core/profile'
import { FILE_IDS, FILES_IN, fileOut, type FileId, type FileOptions } from '@flexum/core/files'
import { formatExact, LENGTH_FACTORS, typedFormula, type MassUnit } from '@flexum/core/units'
import { stationOnPath, stepInWork, stepResult } from '../../bench/results.ts'
import { partOf, selectionOf, type Session } from '../../bench/session.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { download } from '../../ui/download.ts'
import { entitiesOf } from '../../sheet/strokes.ts'
import { UNIT_CHOICES } from '../../ui/units.ts'
import type { BenchContextValue } from './context.ts'

/** A new id of a prefix in a part. */
export function newId(part: Part, prefix: string): Id {
  return newIds(part, prefix)()
}

/** Gives one unused id after the other. */
export function newIds(part: Part, prefix: string): () => Id {
  return countingIds(prefix, idsIn(part))
}

export function chooseUnits(session: Session, name: string): void {
  const choice = UNIT_CHOICES.find((c) => c.name === name)
  const part = partOf(session.store.getState())
  if (choice)
    session.run(setUnits, { units: { ...part.units, length: choice.units } }, { label: `Show ${name}` })
}

export function chooseMassUnit(session: Session, mass: MassUnit): void {
  const part = partOf(session.store.getState())
  session.run(setUnits, { units: { ...part.units, mass } }, { label: `Show ${mass}` })
}

/** Makes the change that a finding offers. */
export function cure(session: Session, { label, change }: Cure): void {
  session.run(makeChange, change, { label })
}

/** Chooses what a finding is about, points at it, and goes there in the picture. */
export function showFinding(session: Session, f: Finding, view: BenchView | undefined): void {
  const about = stepResult(session.store.getState().result, f.step)
  session.select({ station: f.station, step: f.step || null, node: f.node ?? null })
  const { carried, path } = about?.output ?? {}
  const along = carried?.path ?? path?.path
  if (f.from === undefined || !along) return
  const at = f.places ? f.from : (f.from + (f.to ?? f.from)) / 2
  const source = carried ? wholePath(session, f.step) : along
  const onPath = carried ? stationOnPath(carried, at) : at
  const inside = source && onPath >= 0 && onPath <= source.length
  session.point({ station: onPath, ...(inside ? { segment: locate(source, onPath).index } : {}) })
  const size = carried ? 6 * reachAround(carried.section) : along.length / 8
  view?.flyTo(pathPoint(along, Math.min(Math.max(at, 0), along.length)), Math.max(size, 15))
}

/** The whole path that a run goes along. */
function wholePath(session: Session, run: Id): Path | undefined {
  const state = session.store.getState()
  const step = partOf(state).steps.find((s) => s.id === run)
  return stepResult(state.result, inputOf(step, 'path'))?.output?.path?.path
}

/** Puts a node after another (or at the end): midway to the next, or as far on as the last leg is long. */
export function addNodeAfter(session: Session, stepId: Id, after: number): void {
  const state = session.store.getState()
  const part = partOf(state)
  const step = part.steps.find((s) => s.id === stepId)
  if (step?.kind !== 'node-path') return
  const points = state.result?.steps.find((s) => s.id === stepId)?.nodePoints ?? []
  const here = points[after]?.point
  const next = points[after + 1]?.point ?? (step.closed ? points[0]?.point : undefined)
  const before = points[after - 1]?.point
  const { unit } = part.units.length
  const at = (i: 0 | 1 | 2): string => {
    const a = here?.[i] ?? 0
    const value = next ? (a + next[i]) / 2 : before ? 2 * a - before[i] : a + (i === 0 ? 100 : 0)
    return formatExact(Number((value / LENGTH_FACTORS[unit]).toFixed(6)))
  }
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

/** Travels the path in work the other way; runs along it stay on their side, and what does not stay is said. */
export function reversePath(session: Session, step?: Id): void {
  const { result, history } = session.store.getState()
  const part = present(history).part
  const chosen = step ?? selectionOf(session.store.getState()).step
  const turnable = part.steps.filter((s) => kindOf(s).reversed !== undefined)
  const path = turnable.find((s) => s.id === chosen) ?? turnable[0]
  if (!path || !session.run(turnRound, { step: path.id }, { label: 'Reverse path' })) return
  const planar = stepResult(result, path.id)?.output?.path?.analysis.planar ?? true
  for (const run of part.steps) {
    if (run.kind !== 'run' || run.path !== path.id) continue
    const changed = [
      ...(planar ? [] : ['how its section lies, as the path leaves its plane']),
      ...againstTravel(run),
    ]
    if (changed.length === 0)
      toast(`“${run.name}” was flipped with the path, so that its section stays on its side`)
    else toast.warning(`Look at “${run.name}”: ${changed.join('; ')} goes by the direction of travel`)
  }
}

/** Adds a step with sizes to start from; one that needs others takes the last of each in the recipe. */
export function addNewStep(session: Session, kind: Step['kind']): void {
  const part = partOf(session.store.getState())
  const id = newId(part, 's')
  const made = freshStep(part, kind, { id })
  if (!made.ok) {
    toast.error(made.fault.message)
    return
  }
  const step = made.value
  session.run(
    addStep,
    { step, index: part.steps.length },
    { label: `Add ${step.name}`, select: { station: kindOf(step).station, step: id, node: null } },
  )
}

/** Opens the sheet of a sketch. */
export function openSheet(session: Session, step: Id): void {
  session.select({ station: 'path', step, node: null, sheet: step })
}

/** A sketch with a path along it, and its sheet open. */
export function drawPath(session: Session): void {
  drawOn(session, 'sketch-path', { kind: 'xz', offset: '0' })
}

/** A sketch with a profile of it, and its sheet open. */
export function drawProfile(session: Session): void {
  drawOn(session, 'sketch-profile', { kind: 'xy', offset: '0' })
}

/** Outlines of an SVG file as a sketch, and a profile of it; says what it could not take. */
export function bringInSvg(session: Session, file: string, text: string): void {
  const read = FILES_IN.outlines.read(text)
  if (!read.ok) {
    toast.error(`${file}: ${read.fault.message}`)
    return
  }
  const { strokes, leftOut } = read.value
  const others = [...leftOut].map(([tag, n]) => `${n} ${tag}`).join(', ')
  if (strokes.length === 0) {
    toast.error(
      `${file} holds no outline${others ? `; it holds ${others}` : ''}. Turn text into paths first.`,
    )
    return
  }
  const entities = entitiesOf(strokes)
  if (entities.length > LIMITS.sketchEntities) {
    toast.error(
      `${file} comes to ${entities.length} points and curves; a sketch holds ${LIMITS.sketchEntities}. Simplify it first.`,
    )
    return
  }
  const name = file.replace(/\.svg$/i, '')
  drawOn(session, 'sketch-profile', { kind: 'xy', offset: '0' }, { name, entities })
  const open = strokes.filter((s) => !s.closed).length
  const notes = [
    ...(open > 0 ? [open === 1 ? 'one outline is open' : `${open} outlines are open`] : []),
    ...(others ? [`left out: ${others}`] : []),
  ]
  if (notes.length > 0) toast.warning(`${file}: ${notes.join('; ')}`)
}

function drawOn(
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
  // Before the first run, so that it can be carried by it.
  const run = part.steps.findIndex((s) => kindOf(s).gives.includes('carried'))
  const index = run < 0 ? part.steps.length : run
  session.run(addStep, { step: drawn, index }, { label, mergeKey })
  const with1 = partOf(session.store.getState())
  const step = freshStep(with1, kind, { id: taken, before: index + 1 })
  if (!step.ok) return
  session.run(
    addStep,
    { step: step.value, index: index + 1 },
    {
      label,
      mergeKey,
      select: drawing
        ? { station: 'profile', step: taken, node: null }
        : { station: 'path', step: sketch, node: null, sheet: sketch },
    },
  )
}

export function closeSheet(session: Session): void {
  session.select({ sheet: null })
}

/** Takes a file out of the part as it is, of the run that is chosen; tells what keeps it from that. */
export async function takeOut(
  { session, compute }: Pick<BenchContextValue, 'session' | 'compute'>,
  file: FileId,
  options: FileOptions = {},
): Promise<string | undefined> {
  const state = session.store.getState()
  const made = await compute.takeOut(partOf(state), { file, chosen: selectionOf(state).step, options })
  if (!made.ok) return made.fault.message
  download(made.value.name, made.value.content, made.value.type)
  return undefined
}

/** The same from a menu: what keeps it from that is shown. */
export async function takeOutNow(bench: Parameters<typeof takeOut>[0], file: FileId): Promise<void> {
  try {
    const problem = await takeOut(bench, file)
    if (problem !== undefined) toast.error(`${fileOut(file).title}: ${problem}`)
  } catch (error) {
    toast.error(error instanceof Error ? error.message : String(error))
  }
}

/** Everything that can be taken out, as menus list it; what asks something first is opened by `ask`. */
export const filesOut = (
  bench: Parameters<typeof takeOut>[0],
  ask: (file: FileId) => void,
): readonly { readonly label: string; act(): void }[] =>
  FILE_IDS.map((id) => {
    const { title, options } = fileOut(id)
    const asks = Object.keys(options).length > 0
    return {
      label: asks ? `${title}…` : title,
      act: () => (asks ? ask(id) : void takeOutNow(bench, id)),
    }
  })
