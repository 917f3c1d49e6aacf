import type { BarLayout, Saw } from '@flexum/core/cutting'
import {
  alikeBars,
  placedBar,
  planFigures,
  sawAngle,
  type GroupPlan,
  type ListedCut,
  type Order,
} from '@flexum/core/report'
import { formatDecimal } from '@flexum/core/units'
import { figureFont, LABELS, STRONG } from './fonts.ts'
import { bytesOf, INK, INSIDE, newPages, PAGE, PALE, table, type Doc } from './pages.ts'

/** How high a bar is drawn, and how much it takes with what stands about it, points. */
const BAR = 15
const STEP = 27
/** A piece has its length on it from so wide on. */
const ROOMY = 26
/** A leaning cut that is not shared is drawn to lean by no more. */
const MOST_LEAN = 6

/** Columns of the cut list, and their shares of the width; each saw angle has one of its own, as wide as it is in words. */
const HEADS = ['part', 'run', '#', 'times', 'long', 'short', 'left mitre', 'bevel', 'right mitre', 'bevel']
const SHARES = [0.13, 0.11, 0.03, 0.05, 0.08, 0.08, 0.13, 0.13, 0.13, 0.13]

/** The cut list and the plan of an order as a PDF, stock by stock; lengths in mm. Bars that are sawn alike are drawn once. */
export function cutPlanPdf(order: Order, groups: readonly GroupPlan[], note?: string): Uint8Array {
  const doc = newPages(`${order.name}, cut plan`)
  const { margin } = PAGE
  doc.font(STRONG, 16).text(order.name, margin, margin, { width: INSIDE - 160 })
  doc
    .font(LABELS, 9)
    .text(
      `cut list and cut plan, mm; kerf ${formatDecimal(order.saw.kerf, 2)}`,
      margin + INSIDE - 220,
      margin + 6,
      {
        width: 220,
        align: 'right',
      },
    )
  doc.y = margin + 26
  if (note !== undefined) {
    doc.font(STRONG, 10).text(note, margin, doc.y, { width: INSIDE })
    doc.y += 8
  }
  for (const g of groups) group(doc, g, order)
  if (groups.length === 0)
    doc.font(LABELS, 10).text('Nothing of this order is sawn from a bar.', margin, doc.y)
  return bytesOf(doc)
}

function group(doc: Doc, g: GroupPlan, { saw, done }: Order): void {
  const { margin } = PAGE
  if (doc.y + 120 > PAGE.high - margin) doc.addPage()
  doc
    .moveTo(margin, doc.y)
    .lineTo(margin + INSIDE, doc.y)
    .lineWidth(1.2)
    .stroke()
    .lineWidth(0.7)
  doc.y += 4
  doc.font(STRONG, 12).text(g.name, margin, doc.y, { width: INSIDE })
  const missing = g.missing.length > 0 ? `; ${g.missing.length} without a bar` : ''
  const cost = g.unpriced ? '' : `, cost ${formatDecimal(g.cost, 2)}`
  doc.font(LABELS, 8.5).text(`${planFigures(g, saw).join(', ')}${cost}${missing}`, margin, doc.y + 1)
  doc.y += 6
  table(
    doc,
    {
      title: 'Pieces',
      heads: HEADS,
      rows: g.pieces
        .filter((p) => p.quantity > 0)
        .map((p) => [
          p.part,
          p.runName,
          String(p.number),
          String(p.quantity),
          formatDecimal(p.length, 1),
          formatDecimal(p.short, 1),
          ...cutCells(p.left),
          ...cutCells(p.right),
        ]),
    },
    SHARES,
  )
  const longest = Math.max(...g.bars.map((b) => b.length), 1)
  const sawn = new Set(done)
  let number = 0
  for (const { bar, times } of alikeBars(g, sawn)) {
    const first = number + 1
    number += times
    const numbers = times === 1 ? String(first) : `${first} to ${number}`
    drawBar(doc, g, bar, saw, longest, numbers, sawn)
  }
  doc.y += 10
}

/** One bar to scale, its pieces with their lengths and from which part they are. */
function drawBar(
  doc: Doc,
  g: GroupPlan,
  bar: BarLayout,
  saw: Saw,
  longest: number,
  numbers: string,
  sawn: ReadonlySet<string>,
): void {
  const { margin } = PAGE
  if (doc.y + STEP > PAGE.high - margin) doc.addPage()
  const top = doc.y + 2
  const [from, wide] = [margin + 78, INSIDE - 78 - 46]
  const scale = wide / longest
  doc.font(LABELS, 8.5).fillColor(INK)
  doc.text(`${numbers}: ${formatDecimal(bar.length, 0)}`, margin, top + 4, {
    width: 74,
    align: 'right',
    lineBreak: false,
  })
  doc.rect(from, top, bar.length * scale, BAR).fillAndStroke(PALE, INK)
  const placed = placedBar(g, bar, saw, sawn)
  for (const p of placed.pieces) {
    const [x, w] = [from + p.from * scale, (p.to - p.from) * scale]
    const [l, r] = p.leans(scale, MOST_LEAN)
    doc
      .moveTo(x + Math.max(0, -l), top)
      .lineTo(x + w - Math.max(0, r), top)
      .lineTo(x + w - Math.max(0, -r), top + BAR)
      .lineTo(x + Math.max(0, l), top + BAR)
      .closePath()
      .fillAndStroke('#ffffff', INK)
    doc.fillColor(INK)
    if (w < ROOMY) continue
    const words = { width: w, align: 'center', lineBreak: false, height: 9, ellipsis: '.' } as const
    const also = `${p.sawn ? 'sawn ' : ''}${p.turned ? 'over ' : ''}`
    doc.font(figureFont(also), 7).text(`${also}${formatDecimal(p.length, 1)}`, x, top + 4.5, words)
    doc.font(LABELS, 6.5).text(`${p.kind?.part ?? ''} ${p.kind?.number ?? ''}`, x, top + BAR + 1.5, words)
  }
  const { left, isKept } = placed
  doc
    .font(LABELS, 7.5)
    .text(`${formatDecimal(left, 0)} ${isKept ? 'kept' : 'waste'}`, margin + INSIDE - 46, top + 4.5, {
      width: 46,
      align: 'right',
      lineBreak: false,
    })
  doc.y = top + STEP
}

/** The saw angles of a cut; what it is where it needs none. */
const cutCells = ({ made, mitre, bevel }: ListedCut): readonly [string, string] =>
  mitre === 0 && bevel === 0 ? [made, ''] : [sawAngle(mitre), sawAngle(bevel)]
