import { useEffect } from 'react'
import { rad } from '@flexum/core/num'
import type { Vec2 } from '@flexum/core/plane'
import { CHANGES, type ChangeName } from '../../../sheet/changes/index.ts'
import { TOOLS, type ToolName } from '../../../sheet/tools/index.ts'
import { gridStep, keptInView, zoomed } from '../../../sheet/view.ts'
import { dimensionOf } from '../../../sheet/model.ts'
import { asReference, freshRow } from '../../../sheet/outcome.ts'
import { pointerAhead } from '../../../sheet/typing.ts'
import { takesKey } from '../../../ui/keys.ts'
import { useSheet } from './context.ts'
import { pointerFor } from './pointer.ts'

const ARROWS: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Keys of the sheet: the tool in hand is asked first, then figures beside the pointer, then tools and changes. */
export function useSheetKeys(): void {
  const sheet = useSheet()
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (takesKey(e.target, e.key) || e.altKey) return
      if (e.ctrlKey || e.metaKey) {
        if (e.key.toLowerCase() !== 'a') return
        e.preventDefault()
        chooseAll()
        return
      }
      const state = sheet.store.getState()
      if (state.editing) return
      if (handle(e, state)) e.preventDefault()
    }
    const chooseAll = (): void => {
      const curves = sheet.model().entities.filter((x) => x.kind !== 'point')
      sheet.take('choose')
      sheet.choose(curves.map((x) => x.id))
    }
    /** What waits for yes or no comes first: a far move or a clash is left by Escape. */
    const decide = (key: string, { pending }: ReturnType<typeof sheet.store.getState>): boolean => {
      if (!pending) return false
      if (key === 'Escape') {
        sheet.refusePending()
        return true
      }
      const step = sheet.counting()
      if (pending.kind !== 'clash' || key.toLowerCase() !== 'r' || !step) return false
      const row = freshRow(step, pending.drawing, pending.rows)
      if (row) sheet.resolve(asReference(pending.drawing, row))
      return row !== undefined
    }
    const handle = (e: KeyboardEvent, state: ReturnType<typeof sheet.store.getState>): boolean => {
      const { pointer, view } = state
      if (decide(e.key, state)) return true
      // A dimension that is chosen only measures from now on.
      const [only, ...others] = state.chosen
      if (e.key.toLowerCase() === 'r' && only !== undefined && others.length === 0) {
        const d = dimensionOf(sheet.model(), only)
        if (d) {
          sheet.setReference(only, d.role === 'driving')
          return true
        }
      }
      if (state.picking !== undefined && (e.key === 'Escape' || e.key === 'Enter')) {
        sheet.set({ picking: undefined })
        return true
      }
      const tool = sheet.tool()
      const arrow = ARROWS[e.key]
      if (arrow) {
        const step = gridStep(view) * (e.shiftKey ? 0.1 : 1)
        const from = pointer?.snap.at ?? [0, 0]
        const raw: Vec2 = [from[0] + arrow[0] * step, from[1] + arrow[1] * step]
        sheet.set({ pointer: pointerFor(sheet, raw, { plain: false, more: false, others: [] }) })
        return true
      }
      if (e.key === ' ' && pointer) {
        tool.press(pointer)
        tool.release?.(pointer)
        sheet.nudge()
        return true
      }
      const key = e.key.length === 1 ? e.key.toLowerCase() : e.key
      if (tool.key(key, pointer)) {
        sheet.nudge()
        return true
      }
      const digit = /^[\d.-]$/.test(e.key)
      if (digit || (e.key === 'Tab' && tool.begun && !e.shiftKey)) {
        const beside = pointerAhead(sheet, tool)
        const [field] = beside ? tool.preview(beside).fields : []
        if (beside && field) {
          const texts: Record<string, string> = digit ? { [field.key]: e.key } : {}
          sheet.set({ pointer: beside, typed: { field: field.key, texts } })
          return true
        }
        if (!digit) return false
      }
      if (e.key === 'Escape') {
        if (state.tool === 'choose') return false
        sheet.leave()
        return true
      }
      if ((e.key === 'Delete' || e.key === 'Backspace') && state.chosen.length > 0) {
        sheet.remove(state.chosen)
        return true
      }
      if (e.key === '+' || e.key === '=' || e.key === '-') {
        const factor = e.key === '-' ? 1 / 1.25 : 1.25
        sheet.set({
          view: keptInView(zoomed(view, factor, [view.width / 2, view.height / 2]), sheet.model()),
        })
        return true
      }
      if (e.key === 'Home') {
        sheet.fit()
        return true
      }
      if (key === 's') {
        sheet.set({ steps: state.steps === undefined ? rad(45) : undefined })
        return true
      }
      if (key === 'm') {
        sheet.set({ marks: state.marks === 'all' ? 'pointed' : 'all' })
        return true
      }
      const named = (Object.keys(TOOLS) as ToolName[]).find(
        (n) => TOOLS[n].key !== '' && TOOLS[n].key === key,
      )
      if (named) {
        sheet.take(named)
        return true
      }
      const change = (Object.keys(CHANGES) as ChangeName[]).find(
        (n) => CHANGES[n].key !== '' && CHANGES[n].key === key,
      )
      if (change) {
        sheet.change(change)
        return true
      }
      return false
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [sheet])
}
