import type { Id } from '@flexum/core/base'
import { setPicture } from '@flexum/core/recipe'
import { constraintName, entityName } from '@flexum/core/recipe/evaluated'
import type { Session } from '../bench/session.ts'
import { createBoard, type Board } from './board.ts'
import type { ChangeName } from './changes/index.ts'
import { decidingOn, type Deciding } from './deciding.ts'
import { dimensionsOn, type Dimensions } from './dimensions.ts'
import { editsOn, type Edits } from './edits.ts'
import { gapsOn, type Gaps } from './gaps.ts'
import { createNames, type NamesGiven } from './names.ts'
import { pullingOn, type Pulling } from './pulling.ts'
import { makeTool, type ToolName } from './tools/index.ts'
import type { Tool, ToolHost } from './tools/tool.ts'
import { sourcesFor } from './taking.ts'
import { pointerAhead, typedFigures } from './typing.ts'
import { fitView, reveal as revealed } from './view.ts'

/** The tool in hand, and what is chosen. */
interface Hand {
  tool(): Tool
  take(name: ToolName): void
  /** Opens a change that asks for figures, or closes it. */
  change(name: ChangeName): void
  /** Leaves out an outline that was found in the picture, by its number, or takes it in again. */
  leaveOut(found: number): void
  /** Redraws what the tool shows. */
  nudge(): void
  /** Presses where the pointer is, with what has been typed. */
  pressTyped(): void
  remove(ids: readonly Id[]): void
  fit(): void
  name(id: Id): string
  /** Names pressed on the sheet while a figure is typed. */
  readonly names: NamesGiven
}

/** One open sheet: what is drawn on, chosen and pointed at, and everything that can be done. No React, no DOM. */
export interface Sheet
  extends
    Board,
    Omit<Edits, 'remove'>,
    Pulling,
    Gaps,
    Dimensions,
    Deciding,
    Hand,
    Pick<ToolHost, 'choose' | 'say' | 'ask' | 'leave'> {}

export function createSheet(session: Session, stepId: Id): Sheet {
  const board = createBoard(session, stepId)
  const { store, set } = board
  const edits = editsOn(board)
  const pulling = pullingOn(board)

  const take = (name: ToolName): void => {
    tool = makeTool(name, host)
    set({
      tool: name,
      typed: undefined,
      said: undefined,
      picking: undefined,
      ...(name === 'dimension' ? { chosen: [] } : {}),
    })
  }
  const host: ToolHost = {
    ...pulling,
    part: board.part,
    model: board.model,
    apply: edits.apply,
    edit: edits.edit,
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
    leave: () => take('choose'),
    frame: (box) => set({ frame: box }),
    sources: () => sourcesFor(board.part(), session.store.getState().result, stepId),
    changePicture(change, label, otherwise) {
      const picture = board.counting()?.picture
      const changed = picture && change(picture)
      if (changed) session.run(setPicture, { step: stepId, picture: changed }, { label })
      else set({ said: otherwise })
    },
  }
  const name = (id: Id): string => {
    const step = board.counting()
    const c = step?.constraints.find((x) => x.id === id)
    return step ? (c ? constraintName(step, c) : entityName(step, id)) : ''
  }
  const fit = (): void => set({ view: fitView(store.getState().view, board.model()) })
  /** Brings what is drawn into view where typed sizes went past its edge. */
  const reveal = (): void => set({ view: revealed(store.getState().view, board.model()) })
  const hand: Hand = {
    tool: () => tool,
    take(name) {
      const { pending } = store.getState()
      if (!pending || name === store.getState().tool) return take(name)
      // What waits for yes or no is not dropped by what is done beside it.
      set({
        said:
          pending.kind === 'far'
            ? `First accept or refuse what is asked: ${pending.label}`
            : `First choose what gives way, or leave it: ${pending.label}`,
      })
    },
    change(asked) {
      const { changing } = store.getState()
      if (store.getState().tool !== 'choose') take('choose')
      set({ changing: changing === asked ? undefined : asked, ghost: undefined })
    },
    leaveOut(n) {
      const found = store.getState().found?.map((f, i) => (i === n ? { ...f, out: !f.out } : f))
      set({ found })
    },
    nudge: () => set({ tick: store.getState().tick + 1 }),
    pressTyped() {
      const pointer = pointerAhead(board, tool)
      if (!pointer) return
      tool.press({ ...pointer, typed: typedFigures(board, tool) })
      // What is typed next goes on from there, until the pointer is moved.
      const at = tool.from?.()
      set({
        typed: undefined,
        tick: store.getState().tick + 1,
        ...(at ? { pointer: { ...pointer, raw: at, snap: { at }, typed: {} } } : {}),
      })
      reveal()
    },
    remove: (ids) => edits.remove(ids, ids.length === 1 ? `Remove ${name(ids[0]!)}` : 'Remove'),
    fit,
    name,
    names: createNames(),
  }
  let tool: Tool = makeTool('choose', host)
  return {
    ...board,
    ...edits,
    ...pulling,
    ...gapsOn(board),
    ...dimensionsOn(board),
    ...decidingOn(board),
    ...hand,
    choose: host.choose,
    say: host.say,
    ask: host.ask,
    leave: host.leave,
  }
}
