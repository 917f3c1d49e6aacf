import { leftOn, placedOn, type BarLayout, type Saw } from '../cutting/index.ts'
import { formatDecimal, formatMass } from '../units/index.ts'
import { kindOfPiece, type OrderPiece } from './order/gather.ts'
import type { GroupPlan } from './order/group-plan.ts'
import { figuresOf } from './order/plan.ts'

/** A piece as it lies on its bar; mm along the bar from its left end. */
export interface PlacedPiece {
  readonly id: string
  /** What it is; none where the order has no such piece any more. */
  readonly kind: OrderPiece | undefined
  readonly from: number
  readonly to: number
  readonly length: number
  readonly turned: boolean
  readonly sawn: boolean
  /** All that is to be known of it, in words. */
  readonly words: string
  /**
   * By how much the near side of each of its cuts lies further right than the side at the fence, as it is drawn at a scale: a cut that
   * neighbours share as deep as it is, any other that leans by its mitre, by no more than `most` and a third of the piece.
   */
  leans(scale: number, most: number): readonly [left: number, right: number]
}

/** One bar of a plan, for whoever draws it. */
export interface PlacedBar {
  readonly bar: BarLayout
  readonly pieces: readonly PlacedPiece[]
  /** What is left of it, mm, and whether that is kept. */
  readonly left: number
  readonly isKept: boolean
}

const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`

/** A bar of a plan with its pieces as they lie on it. */
export function placedBar(group: GroupPlan, bar: BarLayout, saw: Saw, sawn: ReadonlySet<string>): PlacedBar {
  const left = leftOn(bar, saw)
  const pieces = placedOn(bar, saw).map((p): PlacedPiece => {
    const kind = group.pieces.find((k) => k.key === kindOfPiece(p.id))
    const isSawn = sawn.has(p.id)
    const over = p.turned ? -1 : 1
    const lean = (side: 'left' | 'right', scale: number, most: number): number => {
      const mitre = over * (kind?.[side].mitre ?? 0)
      if (p.nest) return Math.sign(mitre || over * p.nest[side]) * p.nest.depth * scale
      return Math.max(-1, Math.min(1, Math.tan(mitre))) * Math.min(most, ((p.to - p.from) * scale) / 3)
    }
    return {
      id: p.id,
      kind,
      from: p.from,
      to: p.to,
      length: p.length,
      turned: p.turned,
      sawn: isSawn,
      words: `${kind?.part ?? 'a piece that is gone'}, ${kind?.runName ?? ''} ${kind?.number ?? ''}: ${formatDecimal(p.length, 1)} mm${p.turned ? ', turned over' : ''}${isSawn ? ', sawn' : ''}`,
      leans: (scale, most) => [lean('left', scale, most), lean('right', scale, most)],
    }
  })
  return { bar, pieces, left, isKept: left > 0 && left >= saw.keepFrom }
}

/** What the plan of one stock comes to, each figure in words. */
export function planFigures(group: GroupPlan, saw: Saw): readonly string[] {
  const f = figuresOf(group, saw)
  const kept = f.kept > 0 ? `, ${formatDecimal(f.kept / 1000, 2)} m kept` : ''
  return [
    counted(f.bars, 'bar'),
    counted(f.pieces, 'piece'),
    ...(f.bought > 0 ? [`${formatDecimal((100 * f.waste) / f.bought, 1)} % waste${kept}`] : []),
    formatMass(f.mass, 'kg'),
  ]
}

/** Bars that follow each other and are sawn alike from bars alike, together. */
export function alikeBars(
  group: GroupPlan,
  sawn: ReadonlySet<string>,
): readonly { readonly bar: BarLayout; readonly times: number }[] {
  const list: { bar: BarLayout; times: number; key: string }[] = []
  for (const bar of group.bars) {
    const pieces = bar.pieces.map((p) => `${kindOfPiece(p.id)}${sawn.has(p.id) ? '+' : ''}`)
    const key = [bar.kind, bar.length, ...pieces].join(' ')
    const last = list.at(-1)
    if (last?.key === key) last.times++
    else list.push({ bar, times: 1, key })
  }
  return list
}
