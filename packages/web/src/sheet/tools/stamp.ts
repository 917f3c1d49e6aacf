import type { Vec2 } from '@flexum/core/plane'
import type { Draft } from '../drafting.ts'
import type { SheetModel } from '../model.ts'
import type { Snap } from '../caught.ts'
import { catchWords } from './place.ts'
import { NO_PREVIEW, type Pointer, type Preview, type Tool, type ToolHost } from './tool.ts'

/** What places and the pointer make: of no size yet it cannot be put in, and its sizes can be typed all the same. */
export type Shape = Omit<Preview, 'hint'> & { readonly unfinished?: true }

/** A shape put down by a given number of places. */
export interface Stamp {
  readonly name: string
  /** What is asked for at each place. */
  readonly asks: readonly string[]
  readonly label: string
  /** The shape that the places so far and the pointer make. */
  shape(places: readonly Vec2[], p: Pointer, model: SheetModel): Shape | undefined
  /** Puts it in. `places` hold what each place caught on; the last is where the shape ends up, which typing may move. */
  build(draft: Draft, places: readonly Snap[], p: Pointer, constrain: boolean, model: SheetModel): void
  /** A key of its own; true when it was taken. */
  key?(key: string): boolean
}

export function stampTool(host: ToolHost, stamp: Stamp): Tool {
  let places: Snap[] = []
  return {
    name: stamp.name,
    get begun() {
      return places.length > 0
    },
    from: () => places.at(-1)?.at,
    preview(p) {
      const hint = stamp.asks[places.length] ?? ''
      if (places.length === 0) return { ...NO_PREVIEW, words: catchWords(p.snap), hint }
      const made = stamp.shape(
        places.map((s) => s.at),
        p,
        host.model(),
      )
      if (!made) return { ...NO_PREVIEW, hint }
      const { unfinished: _, ...shape } = made
      return { ...shape, words: [...shape.words, ...catchWords(p.snap)], hint }
    },
    press(p) {
      places.push(p.snap)
      if (places.length < stamp.asks.length) return
      const all = places
      places = []
      const model = host.model()
      const before = all.slice(0, -1).map((s) => s.at)
      const shape = stamp.shape(before, p, model)
      if (!shape || shape.unfinished) return
      host.apply(stamp.label, (d, constrain) => {
        stamp.build(d, all, p, constrain && !p.plain, model)
        return true
      })
    },
    key(key) {
      if (key === 'Escape' || key === 'Backspace') {
        const had = places.length > 0
        places = key === 'Backspace' ? places.slice(0, -1) : []
        return had
      }
      return stamp.key?.(key) ?? false
    },
  }
}
