import { effortLeft, fail, isWatched, ok, stage, within, type Id } from '../base/index.ts'
import { IDENTITY } from '../space/index.ts'
import {
  barTakenBy,
  definedIn,
  operationOf,
  inputsOf,
  needsOf,
  kindOf,
  overridesInForce,
  stepOf,
  takenBy,
  type Part,
  type Step,
  stationOf,
} from '../document/index.ts'
import {
  DIMENSIONS,
  evaluateValues,
  surroundingsOf,
  type BareUnits,
  type NamedFormula,
  type ValueTable,
} from '../units/index.ts'
import type { ComingBody } from '../solid/index.ts'
import { areasOf } from './bodies.ts'
import { contextOf, outputAgain, type Scope } from './context.ts'
import { expectedFindings } from './expected.ts'
import { meet } from './boolean.ts'
import type { Finding } from './finding.ts'
import { resolveStep, type ResolvedFields } from './fields.ts'
import { noNumberIn } from './finite.ts'
import { keptOf } from './kept-piece.ts'
import { createMemory, type Fresh, type Made } from './memory.ts'
import type { StepOutput, StepResult, StepState } from './output.ts'
import type { Outside } from './outside.ts'
import {
  fieldFindings,
  givesNone,
  noNumberFinding,
  tooMuchFinding,
  valueFindings,
  waitsFor,
} from './step-findings.ts'
import { keyOf } from './step-key.ts'
import type { StepContext, Makers } from './kind.ts'
import type { How, PartResult, ValueResult } from './result.ts'

/** What one step may ask for in work, and all steps of a part together: some seconds, of which everyday parts use hundredths. */
const STEP_EFFORT = 3e7
const PART_EFFORT = 1e8

/**
 * Works out parts, and remembers results by what they depend on, so that the next part only costs what is new in it. With an
 * owner, where a step of its part fails, the part's own last good result stands in.
 */
export interface Evaluator {
  evaluate(part: Part, how?: How): PartResult
}

/** Bare numbers in values and formulas; lengths carry their own unit, masses are kg. */
export const BARE: BareUnits = { length: 'mm', mass: 'kg' }

/** Units of work that the points of a mesh come to, with contact and all that is told by meshes: about, to tell how far it is. */
const UNITS_PER_POINT = 5

/** The same from outside, with which bodies are put together coarsely. */
const roughly = (outside: Outside): Outside =>
  outside.solids ? { ...outside, solids: { ...outside.solids, rough: true } } : outside

/** An evaluator of these kinds of step, with an empty memory. */
export function evaluatorOf(kinds: Makers, outside: Outside = {}): Evaluator {
  const memory = createMemory()
  const work = (
    part: Part,
    { owner, chordError, phase = 'whole', rough = false, areas = false }: How,
    tell: (step: Step) => void = () => undefined,
  ): PartResult => {
    const given = rough ? roughly(outside) : outside
    const table = namesOf(part)
    /** Names that formulas see: values and driving dimensions, and what came of the steps before. */
    const names = new Map(table)
    const around = surroundingsOf(names, BARE)
    const measured: ValueResult[] = []
    const results = new Map<Id, StepResult>()
    const wholeFor = builtOnWhole(part)
    /** Of steps whose bodies went into those of others, the step that they went into. */
    const wentInto = new Map<Id, Id>()
    const standing = (id: Id): Id => {
      let at = id
      for (let into = wentInto.get(at); into !== undefined; into = wentInto.get(at)) at = into
      return at
    }
    const mark = part.steps.findIndex((s) => s.id === part.builtTo)
    within(PART_EFFORT, () => {
      for (const step of inTurn(part)) {
        const built = mark < 0 || part.steps.indexOf(step) <= mark
        const resolved = resolveStep(step, around)
        const waiting = waitsFor(step, part, results)
        const scope: Scope = {
          makerOf: kinds.makerOf,
          part,
          built,
          results,
          waiting,
          chordError,
          outside: given,
          standing,
        }
        const key = keyOf(step, resolved, scope)
        const whole = phase === 'whole' || wholeFor.has(step.id)
        tell(step)
        const result = memory.result(key, () => evaluateStep(step, resolved, scope), owner, whole)
        results.set(step.id, result)
        // A step only ever goes into one after it, so that this has an end.
        if (result.state === 'good') for (const id of result.output?.takes ?? []) wentInto.set(id, step.id)
        for (const m of measuredNames(step, result)) {
          names.set(m.name, m.result)
          measured.push(m)
        }
      }
    })
    if (owner !== undefined) memory.keepGood(owner, results)
    // Where the part's work ran out between two steps, the rest have none.
    const steps = part.steps.flatMap((s) => results.get(s.id) ?? [])
    const whole: PartResult = {
      values: [
        ...[...part.values, ...drivingDimensions(part)].map((v) => ({
          id: v.id,
          name: v.name,
          result: table.get(v.name)!,
        })),
        ...measured,
      ],
      steps,
      findings: [
        ...valueFindings(part, table),
        ...whereWorkedOn(
          part,
          steps.flatMap((s) => s.findings),
        ),
        ...(steps.every((s) => s.awaits === 0) ? kinds.checks.flatMap((check) => check(part, steps)) : []),
      ],
      awaits: steps.reduce((sum, s) => sum + s.awaits, 0),
    }
    const measuredAreas =
      areas && whole.awaits === 0 && !rough
        ? within(PART_EFFORT, () => areasOf(whole, outside.solids))
        : undefined
    return {
      ...whole,
      ...(part.expected ? { findings: [...whole.findings, ...expectedFindings(part, whole)] } : {}),
      ...(measuredAreas?.ok ? { areas: measuredAreas.value } : {}),
    }
  }
  return {
    evaluate(part, how = {}) {
      if (!isWatched()) return work(part, how)
      // Who watches is told how far it is of all that there is to do; figures come first, and say how much that is.
      const { chordError, rough } = how
      const ahead: How = {
        phase: 'figures',
        ...(chordError === undefined ? {} : { chordError }),
        ...(rough === undefined ? {} : { rough }),
      }
      return work(part, how, stagesOf(part, how.phase === 'figures' ? undefined : work(part, ahead)))
    },
  }
}

/**
 * The steps in the order in which they are worked out: that of the recipe, but for those that take a bar as it really is, and what builds on
 * these: they come after all ends that may meet something.
 */
function inTurn(part: Part): readonly Step[] {
  const late = new Set<Id>()
  for (const s of part.steps)
    if (barTakenBy(s) !== undefined || needsOf(s).some((id) => late.has(id))) late.add(s.id)
  return [...part.steps.filter((s) => !late.has(s.id)), ...part.steps.filter((s) => late.has(s.id))]
}

/** Steps whose bodies others build on: those meant by them, and those that the bodies of these may have gone into by then. */
function builtOnWhole(part: Part): ReadonlySet<Id> {
  const all = new Set(
    part.steps.flatMap((s) => inputsOf(s).flatMap((i) => (i.gives === 'bodies' ? i.id : []))),
  )
  for (const s of part.steps) if (takenBy(s).some((id) => all.has(id))) all.add(s.id)
  return all
}

/** Tells a watcher which step is in work, and what share of all work it is: by the points that wait, where any do. */
function stagesOf(part: Part, ahead: PartResult | undefined): (step: Step) => void {
  const points = new Map(ahead?.steps.map((s) => [s.id, s.awaits]))
  const all = [...points.values()].reduce((sum, n) => sum + n, 0)
  const weightOf = (step: Step): number =>
    all > 0 ? (points.get(step.id) ?? 0) / all : 1 / part.steps.length
  let done = 0
  return (step) => {
    const to = Math.min(done + weightOf(step), 1)
    stage(step.name, done, to, UNITS_PER_POINT * (points.get(step.id) ?? 0))
    done = to
  }
}

/** What formulas can see by name before any step is built: named values and driving dimensions. */
export function namesOf(part: Part): ValueTable {
  return evaluateValues([...part.values, ...drivingDimensions(part)], overridesInForce(part), BARE)
}

/** Names that steps define by a formula. */
function drivingDimensions(part: Part): (NamedFormula & { readonly id: Id })[] {
  return definedIn(part).flatMap(({ formula, ...d }) => (formula === undefined ? [] : { ...d, formula }))
}

/** Names that a step defines by what its result measures, for the steps after it. */
function measuredNames(step: Step, result: StepResult | undefined): ValueResult[] {
  const figures = result?.state === 'good' ? result.output?.figures : undefined
  if (!figures) return []
  return (kindOf(step).defines?.(step) ?? []).flatMap((d) => {
    const value = d.formula === undefined ? figures.get(d.id) : undefined
    if (value === undefined) return []
    return { id: d.id, name: d.name, result: ok({ value, dimension: DIMENSIONS[d.dimension] }) }
  })
}

function evaluateStep(step: Step, resolved: ResolvedFields, scope: Scope): Made {
  const { part, built, results, waiting } = scope
  const display = part.units.length
  const base = {
    id: step.id,
    kind: step.kind,
    fields: resolved.fields,
    nodePoints: [],
    output: undefined,
    awaits: 0,
  }
  const failed = (state: StepState, summary: string, findings: readonly Finding[] = []): Fresh => ({
    ...base,
    state,
    summary,
    findings,
  })
  const none = (...how: Parameters<typeof failed>): Made => ({ fresh: failed(...how) })
  if (step.aside) return none('aside', 'set aside')
  if (!built) return none('unbuilt', 'not built')
  if (resolved.faults.length > 0) {
    return none('failed', 'cannot be built', fieldFindings(step, resolved.faults))
  }
  if (waiting)
    return none(
      'waiting',
      'waits',
      [waiting].flatMap((w) => w.finding ?? []),
    )
  const lacking = givesNone(step, part, results)
  if (lacking) return none('failed', 'cannot be built', [lacking])
  const maker = scope.makerOf(step)
  const context: StepContext = {
    ...contextOf(step, resolved.fields, scope, (id) => results.get(id)?.output),
    along: (field) => {
      const found = resolved.along[field]
      if (!found) throw new Error(`step kind ${step.kind} has no formula "${field}" along it`)
      return found
    },
    around: {
      step: (id) => stepOf(part, id),
      again: (id, changes) => outputAgain(id, changes, scope),
    },
  }
  const limited = <T>(work: () => T) => {
    const of = effortLeft() >= STEP_EFFORT ? 'step' : 'part'
    const done = within(STEP_EFFORT, work)
    return done.ok
      ? done
      : fail(failed('failed', 'too much work', [tooMuchFinding(step, done.fault, of, maker.cheaper)]))
  }
  const sound = (output: StepOutput): Fresh | undefined => {
    const noNumber = noNumberIn(output)
    return noNumber === undefined
      ? undefined
      : failed('failed', 'comes to no number', [noNumberFinding(step, noNumber)])
  }
  const done = limited(() => maker.evaluate(step, context))
  if (!done.ok) return { fresh: done.fault }
  const { output, findings, nodePoints = [], later } = done.value
  if (!output) return { fresh: { ...failed('failed', 'cannot be built', findings), nodePoints } }
  const bad = sound(output)
  if (bad) return { fresh: bad }
  const good = (all: StepOutput, found: readonly Finding[], awaits: number): Fresh => ({
    ...base,
    state: 'good',
    output: all,
    summary: maker.summary(all, display, step),
    findings: found,
    nodePoints,
    awaits,
  })
  const doing = operationOf(step)
  if (!doing) {
    if (!later) return { fresh: good(output, findings, 0) }
    return {
      fresh: good({ ...output, coming: later.coming }, findings, later.points),
      whole() {
        const made = limited(() => later.make())
        if (!made.ok) return made.fault
        const found = [...findings, ...made.value.findings]
        if (made.value.bodies.length === 0 && found.some((f) => f.severity === 'blocks'))
          return failed('failed', 'cannot be built', found)
        const kept = limited(() => keptOf(part, step, made.value.bodies, scope.outside.solids))
        if (!kept.ok) return kept.fault
        const all: StepOutput = { ...output, ...made.value.more, bodies: kept.value.bodies }
        return sound(all) ?? good(all, [...found, ...kept.value.findings], 0)
      },
    }
  }
  // What the body does with others takes its time, and comes with the meshes.
  const { others } = context
  const takes = others.map((o) => o.step)
  const coming = others.flatMap(({ bodies }) =>
    bodies.map(({ id, hidden }): ComingBody => ({ id, hidden, instances: [IDENTITY], figures: undefined })),
  )
  const { bodies: at, ...rest } = output
  const points = later?.points ?? 0
  return {
    fresh: good({ ...rest, takes, coming }, findings, Math.max(1, points)),
    whole() {
      const made = limited(() => {
        const own = later?.make() ?? { bodies: at ?? [], findings: [] }
        const { solids } = scope.outside
        return {
          own,
          met: meet({ part, step, doing, own: own.bodies, others, solids, chordError: scope.chordError }),
        }
      })
      if (!made.ok) return made.fault
      const { own, met } = made.value
      const found = [...findings, ...own.findings]
      if (!met.ok) return failed('failed', 'cannot be built', [...found, met.fault])
      const kept = limited(() => keptOf(part, step, met.value, scope.outside.solids))
      if (!kept.ok) return kept.fault
      const all: StepOutput = { ...rest, takes, bodies: kept.value.bodies }
      return sound(all) ?? good(all, [...found, ...kept.value.findings], 0)
    },
  }
}

/** Findings at the stations where their steps are worked on in this part. */
function whereWorkedOn(part: Part, findings: readonly Finding[]): Finding[] {
  const steps = new Map(part.steps.map((s) => [s.id, s]))
  return findings.map((f) => {
    const step = steps.get(f.step)
    if (!step || f.station !== kindOf(step).station) return f
    const station = stationOf(step, part.steps)
    return station === f.station ? f : { ...f, station }
  })
}
