import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Id, Result } from '@flexum/core/base'
import type { SketchDimension, SketchStep } from '@flexum/core/document'
import { changeDimension, putDrawing, setPicture, type Drawing } from '@flexum/core/edit'
import { constraintName, entityName } from '@flexum/core/evaluate'
import type { Vec2 } from '@flexum/core/plane'
import {
  solve,
  takeOut,
  type Gap,
  type Proposal,
  type SketchEntity,
  type Suggestion,
} from '@flexum/core/sketch'
import { formulaText, type Formula } from '@flexum/core/units'
import { partOf, shownPart, type Session } from '../bench/session.ts'
import { presentFormula, putOnDimension, retypeDimension, type EntryHost } from './dimension-entry.ts'
import { draftOf, type Draft } from './drafting.ts'
import { onSheet, sheetTooMuch } from './effort.ts'
import { createNames, type NamesGiven } from './names.ts'
import { heldConstraints, settledWords } from './holding.ts'
import { boxOf, dimensionOf, sheetModel, surroundingsFor, type SheetModel } from './model.ts'
import {
  goesFar,
  tryDrawing,
  withoutNew,
  withoutRedundant,
  type AroundOf,
  type ClashRow,
  type Outcome,
} from './outcome.ts'
import { scaledSo, stretchedSo } from './picture.ts'
import { makeTool, type ToolName } from './tools/index.ts'
import type { ChooseHost } from './tools/choose.ts'
import type { ScaleHost } from './tools/scale-picture.ts'
import type { NewDimension, Pointer, Tool } from './tools/tool.ts'
import type { ChangeName } from './changes/index.ts'
import type { Offer } from './offers.ts'
import { withProposals } from './settling.ts'
import { typedFigures } from './typing.ts'
import { fitView, toScreen, type SheetView } from './view.ts'

export type Shown = 'value' | 'name' | 'formula' | 'tolerance' | 'exact'

/** A change that is not made until someone says so. */
export type Pending =
  /** It cannot hold: the constraints that clash, each with the shape without it. */
  | {
      readonly kind: 'clash'
      readonly label: string
      readonly drawing: Drawing
      readonly rows: readonly ClashRow[]
      /** The row whose shape is looked at. */
      readonly looked: number | undefined
    }
  /** It turns something round or moves it far: shown first. */
  | {
      readonly kind: 'far'
      readonly label: string
      readonly drawing: Drawing
      readonly why: string
    }

/** A dimension whose text is open for typing: a new one, or one that is there. */
export type Editing = ({ readonly kind: 'new' } & NewDimension) | { readonly kind: 'old'; readonly id: Id }

export interface SheetState {
  readonly view: SheetView
  readonly tool: ToolName
  /** Grows when the tool in hand changed inside itself, so that what it shows is drawn again. */
  readonly tick: number
  readonly chosen: readonly Id[]
  readonly hover: Id | undefined
  readonly pointer: Pointer | undefined
  /** Text typed beside the pointer, by the field's key; undefined while nothing is typed. */
  readonly typed: { readonly field: string; readonly texts: Readonly<Record<string, string>> } | undefined
  readonly touched: readonly Id[]
  readonly pending: Pending | undefined
  readonly editing: Editing | undefined
  readonly frame: readonly [Vec2, Vec2] | undefined
  readonly marks: 'pointed' | 'all'
  readonly shown: Shown
  /** Something to say, until the next thing is done. */
  readonly said: string | undefined
  readonly playing: boolean
  readonly dragging: boolean
  /** Constraints that a list points at. */
  readonly pointed: readonly Id[]
  /** While proposals to settle are open: what has been refused of them. */
  readonly refused: readonly Suggestion[] | undefined
  /** A shape that could be, drawn over the one that is. */
  readonly ghost: readonly SketchEntity[] | undefined
  /** The change that is being asked about. */
  readonly changing: ChangeName | undefined
}

/** One open sheet: what is drawn on, chosen and pointed at, and everything that can be done. No React, no DOM. */
export interface Sheet extends ChooseHost, ScaleHost {
  readonly store: StoreApi<SheetState>
  readonly session: Session
  readonly stepId: Id
  step(): SketchStep | undefined
  tool(): Tool
  take(name: ToolName): void
  set(change: Partial<SheetState>): void
  /** Opens a change that asks for figures, or closes it. */
  change(name: ChangeName): void
  /** Redraws what the tool shows. */
  nudge(): void
  /** Types a dimension: a new one is put on, an old one changed. */
  enter(formula: Formula): boolean
  remove(ids: readonly Id[]): void
  /** Tries a drawing: keeps it, or leaves it pending with the reason. */
  attempt(label: string, drawing: Drawing, asked?: number): boolean
  /** Makes a pending change in another way: one of the clashing constraints let go. */
  /** Names pressed on the sheet while a figure is typed. */
  readonly names: NamesGiven
  resolve(drawing: Drawing): void
  acceptPending(): void
  refusePending(): void
  setDimension(id: Id, change: Partial<Omit<SketchDimension, 'id' | 'kind' | 'name'>>, label: string): void
  /** Places the text of a dimension while it is dragged, and keeps it. */
  showPlace(id: Id, place: Vec2): void
  keepPlace(): void
  setReference(id: Id, reference: boolean): void
  toggleGuide(curves: readonly Id[]): void
  constrain(offer: Offer): boolean
  /** Closes gaps by the smallest move; where neither end can move, by a short line. */
  heal(gaps: readonly Gap[]): void
  bridge(gap: Gap): void
  /** Presses where the pointer is, with what has been typed. */
  pressTyped(): void
  /** Opens and closes the proposals that settle the sketch. */
  proposeSettling(): void
  settleWith(proposals: readonly Proposal[]): void
  /** What an edit would come to; undefined when the sketch is gone. */
  tryEdit(build: (draft: Draft) => Result<readonly Id[]>): Outcome | undefined
  fit(): void
  name(id: Id): string
}

export function createSheet(session: Session, stepId: Id): Sheet {
  const store = createStore<SheetState>()(() => ({
    view: { centre: [0, 0], scale: 3, width: 800, height: 500 },
    tool: 'choose',
    tick: 0,
    chosen: [],
    hover: undefined,
    pointer: undefined,
    typed: undefined,
    touched: [],
    pending: undefined,
    editing: undefined,
    frame: undefined,
    marks: 'pointed',
    shown: 'value',
    said: undefined,
    playing: false,
    dragging: false,
    pointed: [],
    refused: undefined,
    ghost: undefined,
    changing: undefined,
  }))
  const state = () => session.store.getState()
  const stepIn = (part: ReturnType<typeof partOf>): SketchStep | undefined => {
    const s = part.steps.find((x) => x.id === stepId)
    return s?.kind === 'sketch' ? s : undefined
  }
  const part = () => partOf(state())
  const aroundOf: AroundOf = (step) => {
    const { steps } = part()
    const with1 = steps.map((s) => (s.id === step.id ? step : s))
    return surroundingsFor({ ...part(), steps: with1 }, state().result)
  }
  const model = (): SheetModel => {
    const step = stepIn(part())!
    return sheetModel(step, aroundOf(step))
  }
  const set = (change: Partial<SheetState>): void => store.setState(change)
  const keep = (label: string, drawing: Drawing): boolean =>
    session.run(putDrawing, { step: stepId, ...drawing }, { label })

  const attempt = (label: string, drawing: Drawing, asked = 0): boolean => {
    const outcome = tryDrawing(stepIn(part())!, drawing, aroundOf)
    if (outcome.kind === 'fault') {
      set({ said: outcome.message })
      return false
    }
    if (outcome.kind === 'clash') {
      set({
        pending: { kind: 'clash', label, drawing: outcome.drawing, rows: outcome.rows, looked: undefined },
      })
      return false
    }
    const { change } = outcome
    if (goesFar(change, model().size, asked)) {
      const why =
        change.flipped.length > 0
          ? `This turns ${change.flipped.map((id) => entityName(stepIn(part())!, id)).join(', ')} round.`
          : `This moves the ${entityName(stepIn(part())!, change.farthestPoint!)} far away.`
      set({ pending: { kind: 'far', label, drawing: outcome.drawing, why } })
      return false
    }
    return keep(label, outcome.drawing)
  }

  const sheet: Sheet = {
    store,
    session,
    stepId,
    part,
    model,
    set,
    attempt,
    step: () => stepIn(shownPart(state())),
    tool: () => tool,
    take(name) {
      tool = makeTool(name, sheet)
      set({ tool: name, typed: undefined, said: undefined, ...(name === 'dimension' ? { chosen: [] } : {}) })
    },
    change(name) {
      const { changing } = store.getState()
      if (store.getState().tool !== 'choose') sheet.take('choose')
      set({ changing: changing === name ? undefined : name, ghost: undefined })
    },
    nudge: () => set({ tick: store.getState().tick + 1 }),
    apply(label, build) {
      const step = stepIn(part())
      if (!step) return undefined
      // With all that was meant; without what cannot hold; and if even that fails, as it is drawn.
      for (const constrain of [true, false]) {
        const draft = draftOf(part(), step, model().entities)
        const made = build(draft, constrain)
        const outcome = tryDrawing(step, draft.done(), aroundOf)
        if (outcome.kind === 'fault') {
          set({ said: outcome.message })
          return undefined
        }
        if (outcome.kind !== 'good') continue
        const asIs = constrain && goesFar(outcome.change, model().size, 0)
        if (asIs) continue
        const kept = withoutRedundant(outcome.drawing, outcome.redundant)
        set({ typed: undefined, said: undefined })
        return keep(label, kept) ? made : undefined
      }
      const draft = draftOf(part(), step, model().entities)
      build(draft, false)
      attempt(label, draft.done())
      return undefined
    },
    edit(label, build) {
      const outcome = sheet.tryEdit(build)
      if (!outcome) return false
      if (outcome.kind === 'fault') set({ said: outcome.message })
      if (outcome.kind === 'clash') attempt(label, outcome.drawing)
      if (outcome.kind !== 'good') return false
      set({ said: undefined, ghost: undefined })
      return keep(label, outcome.drawing)
    },
    tryEdit(build) {
      const step = stepIn(part())
      if (!step) return undefined
      const draft = draftOf(part(), step, model().entities)
      const made = build(draft)
      if (!made.ok) return { kind: 'fault', message: made.fault.message }
      const outcome = tryDrawing(step, draft.done(), aroundOf)
      if (outcome.kind !== 'good') return outcome
      return { ...outcome, drawing: withoutNew(outcome.drawing, outcome.redundant) }
    },
    undo: () => session.undo(),
    choose(ids, more = false) {
      const { chosen } = store.getState()
      const next = more
        ? [...chosen.filter((id) => !ids.includes(id)), ...ids.filter((id) => !chosen.includes(id))]
        : ids
      set({ chosen: next })
    },
    chosen: () => store.getState().chosen,
    say: (message) => set({ said: message }),
    ask: (dimension) => set({ editing: { kind: 'new', ...dimension } }),
    names: createNames(),
    leave: () => sheet.take('choose'),
    frame: (box) => set({ frame: box }),
    pull(entities, pulls) {
      const { solved } = model()
      const held = heldConstraints(model())
      const tried = onSheet(() => solve(entities, [...solved.constraints, ...held], pulls))
      if (!tried.ok) set({ said: sheetTooMuch(tried.fault) })
      if (!tried.ok || !tried.value.converged) return
      const moved = tried.value
      set({ dragging: true })
      session.show(putDrawing, {
        step: stepId,
        entities: moved.entities,
        constraints: stepIn(part())!.constraints,
      })
    },
    keepPull(label, joined) {
      set({ dragging: false })
      const shown = stepIn(shownPart(state()))
      const now = stepIn(part())
      if (!shown || !now || shown === now) return
      const drawing = { entities: shown.entities, constraints: shown.constraints }
      if (!joined) {
        keep(label, drawing)
        return
      }
      const draft = draftOf(part(), { ...now, ...drawing }, shown.entities)
      draft.relate({ kind: 'coincident', a: joined[0], b: joined[1] })
      const outcome = tryDrawing(now, draft.done(), aroundOf)
      keep(label, outcome.kind === 'good' ? withoutRedundant(outcome.drawing, outcome.redundant) : drawing)
    },
    dropPull() {
      set({ dragging: false })
      session.endPreview()
    },
    tellSettled(id) {
      set({ said: settledWords(model(), id) })
    },
    enter(formula) {
      const { editing } = store.getState()
      if (!editing) return false
      const done =
        editing.kind === 'new'
          ? putOnDimension(entry, editing, formula)
          : retypeDimension(entry, editing.id, formula)
      if (done || store.getState().pending) set({ editing: undefined })
      if (done && editing.kind === 'new') set({ chosen: [] })
      return done
    },
    remove(ids) {
      const step = stepIn(part())
      if (!step) return
      const draft = draftOf(part(), step, model().entities)
      takeOut(draft, ids)
      const label = ids.length === 1 ? `Remove ${sheet.name(ids[0]!)}` : 'Remove'
      if (keep(label, draft.done())) set({ chosen: [] })
    },
    resolve(drawing) {
      const { pending } = store.getState()
      set({ pending: undefined, editing: undefined })
      if (pending) attempt(pending.label, drawing, Infinity)
    },
    acceptPending() {
      const { pending } = store.getState()
      if (pending?.kind !== 'far') return
      set({ pending: undefined, editing: undefined })
      keep(pending.label, pending.drawing)
    },
    refusePending: () => set({ pending: undefined }),
    setDimension(id, change, label) {
      session.run(changeDimension, { step: stepId, dimension: id, change }, { label })
    },
    showPlace(id, place) {
      session.show(changeDimension, { step: stepId, dimension: id, change: { place } })
    },
    keepPlace() {
      const shown = stepIn(shownPart(state()))
      if (shown)
        session.run(
          putDrawing,
          { step: stepId, entities: shown.entities, constraints: shown.constraints },
          { label: 'Move dimension' },
        )
    },
    setReference(id, reference) {
      const d = dimensionOf(model(), id)
      const step = stepIn(part())
      if (!d || !step) return
      const formula = presentFormula(model(), d)
      const constraints = step.constraints.map((c) =>
        c.id === id && c.kind === 'dimension'
          ? reference
            ? { ...c, role: 'reference' as const }
            : {
                ...c,
                role: 'driving' as const,
                held: false,
                formula: formulaText(c.formula) === '' ? formula : c.formula,
              }
          : c,
      )
      attempt(reference ? 'Make reference' : 'Make driving', { entities: model().entities, constraints })
    },
    toggleGuide(curves) {
      const step = stepIn(part())
      if (!step) return
      const all = curves.every((id) => {
        const e = model().byId.get(id)
        return e && e.kind !== 'point' && e.guide === true
      })
      const entities = model().entities.map((e) => {
        if (e.kind === 'point' || !curves.includes(e.id)) return e
        const { guide: _, ...rest } = e
        return (all ? rest : { ...rest, guide: true }) as SketchEntity
      })
      keep(all ? 'No guide any more' : 'As guide', { entities, constraints: step.constraints })
    },
    constrain(offer) {
      const step = stepIn(part())
      if (!step) return false
      const draft = draftOf(part(), step, model().entities)
      for (const r of offer.relations) draft.relate(r)
      const outcome = tryDrawing(step, draft.done(), aroundOf)
      if (outcome.kind === 'good' && outcome.redundant.length === offer.relations.length) {
        set({ said: `Other constraints make it ${offer.word} already; one more would say nothing.` })
        return false
      }
      const drawing =
        outcome.kind === 'good' ? withoutRedundant(draft.done(), outcome.redundant) : draft.done()
      const done = attempt(capital(offer.word), drawing)
      if (done) set({ said: undefined })
      return done
    },
    heal(gaps) {
      const step = stepIn(part())
      if (!step) return
      const draft = draftOf(part(), step, model().entities)
      let now = draft.done()
      for (const g of gaps) {
        const with1 = draftOf(part(), { ...step, ...now }, now.entities)
        with1.relate({ kind: 'coincident', a: g.a.point, b: g.b.point })
        const moved = tryDrawing(step, with1.done(), aroundOf)
        if (moved.kind === 'good') now = moved.drawing
        else {
          const line = draftOf(part(), { ...step, ...now }, now.entities)
          line.add({ kind: 'line', from: g.a.point, to: g.b.point })
          now = line.done()
          set({ said: 'Neither end can move; a short line closes the gap.' })
        }
      }
      keep(gaps.length === 1 ? 'Close the gap' : 'Close the gaps', now)
    },
    bridge(gap) {
      const step = stepIn(part())
      if (!step) return
      const draft = draftOf(part(), step, model().entities)
      draft.add({ kind: 'line', from: gap.a.point, to: gap.b.point })
      keep('Bridge the gap', draft.done())
    },
    pressTyped() {
      const { pointer } = store.getState()
      if (!pointer) return
      tool.press({ ...pointer, typed: typedFigures(sheet) })
      set({ typed: undefined, tick: store.getState().tick + 1 })
      reveal()
    },
    proposeSettling() {
      set({ refused: store.getState().refused ? undefined : [], ghost: undefined, playing: false })
    },
    settleWith(proposals) {
      const label = proposals.length === 1 ? 'Settle' : `Settle by ${proposals.length}`
      set({ ghost: undefined, pointed: [] })
      attempt(label, withProposals(model(), part(), proposals), Infinity)
    },
    scalePicture(a, b, distance, across) {
      const picture = stepIn(part())?.picture
      const scaled = picture && (across ? stretchedSo : scaledSo)(picture, a, b, distance)
      if (scaled) session.run(setPicture, { step: stepId, picture: scaled }, { label: 'Scale the picture' })
      else
        set({
          said: across
            ? 'That does not go with the first distance; choose two places that lie across it, and check both lengths.'
            : 'These two places are one; choose two that are apart.',
        })
    },
    fit() {
      set({ view: fitView(store.getState().view, model()) })
    },
    name(id) {
      const step = stepIn(part())
      const c = step?.constraints.find((x) => x.id === id)
      return step ? (c ? constraintName(step, c) : entityName(step, id)) : ''
    },
  }

  /** Brings what is drawn into view where typed sizes went past its edge. */
  const reveal = (): void => {
    const { view } = store.getState()
    const box = boxOf(model())
    if (!box) return
    const [a, b] = [toScreen(view, box[0]), toScreen(view, box[1])]
    if (a[0] < 0 || b[0] > view.width || b[1] < 0 || a[1] > view.height) sheet.fit()
  }

  const entry: EntryHost = { part, model, aroundOf, attempt, keep, say: (said) => set({ said }) }
  let tool: Tool = makeTool('choose', sheet)
  return sheet
}

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)
