import type { BendSheet, Seen } from '@flexum/core/report'
import { LABELS, STRONG } from './fonts.ts'
import { bytesOf, INK, INSIDE, newPages, PAGE, PALE, table, type Doc } from './pages.ts'

/** A bend sheet as a PDF; long tables go on over as many pages as they take. */
export function bendSheetPdf(sheet: BendSheet): Uint8Array {
  const doc = newPages(`${sheet.title}, bend sheet`)
  heading(doc, sheet)
  const top = doc.y + 6
  picture(doc, sheet.picture, PAGE.margin, top, 280, 180)
  facts(doc, sheet.facts, PAGE.margin + 296, top, INSIDE - 296)
  doc.y = Math.max(doc.y, top + 186)
  bar(doc, sheet.bar, doc.y + 4)
  doc.y += 8
  for (const of of [sheet.tables.bent, sheet.tables.wanted, sheet.tables.points]) table(doc, of)
  return bytesOf(doc)
}

function heading(doc: Doc, { title, about }: BendSheet): void {
  const { margin } = PAGE
  doc.font(STRONG, 16).text(title, margin, margin, { width: INSIDE - 220, lineBreak: true })
  const below = doc.y
  doc.font(LABELS, 9).text(about, margin + INSIDE - 220, margin + 6, { width: 220, align: 'right' })
  doc.y = Math.max(below, doc.y)
  doc
    .moveTo(margin, doc.y)
    .lineTo(margin + INSIDE, doc.y)
    .lineWidth(1.2)
    .stroke()
    .lineWidth(0.7)
}

function picture(
  doc: Doc,
  of: BendSheet['picture'],
  left: number,
  top: number,
  wide: number,
  high: number,
): void {
  const pad = 20
  const [us, vs] = [of.line.map((p) => p[0]), of.line.map((p) => p[1])]
  const low: Seen = [least(us), least(vs)]
  const size: Seen = [-least(us.map((v) => -v)) - low[0], -least(vs.map((v) => -v)) - low[1]]
  const scale = Math.min(
    (wide - 2 * pad) / Math.max(size[0], 1e-6),
    (high - 2 * pad) / Math.max(size[1], 1e-6),
  )
  const place = ([u, v]: Seen): Seen => [
    left + wide / 2 + (u - low[0] - size[0] / 2) * scale,
    top + high / 2 + (v - low[1] - size[1] / 2) * scale,
  ]
  const thick = Math.min(Math.max(of.thick * scale, 2), 11)
  const line = (width: number, colour: string, dash?: number): void => {
    of.line.forEach((p, i) => (i === 0 ? doc.moveTo(...place(p)) : doc.lineTo(...place(p))))
    doc.lineWidth(width).lineJoin('round').strokeColor(colour)
    if (dash) doc.dash(dash, { space: dash / 3 })
    doc.stroke().undash()
  }
  line(thick + 1.4, INK)
  line(thick, '#ffffff')
  line(0.5, INK, 6)
  doc.lineWidth(0.7).strokeColor(INK)
  const [x, y] = place(of.line[0]!)
  doc
    .font(LABELS, 7.5)
    .fillColor(INK)
    .text('start', x - 20, y - thick / 2 - 11, { width: 40, align: 'center' })
  of.bends.forEach((b, i) => {
    const [u, v] = place(b)
    doc.circle(u, v, 6).fillAndStroke('#ffffff', INK)
    doc.fillColor(INK).text(String(i + 1), u - 10, v - 4.4, { width: 20, align: 'center' })
  })
}

const least = (values: readonly number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity)

function facts(doc: Doc, rows: BendSheet['facts'], left: number, top: number, wide: number): void {
  doc.y = top
  for (const [label, value] of rows) {
    const at = doc.y
    doc.font(LABELS, 9).text(label, left, at, { width: wide * 0.42 })
    const below = doc.y
    doc.font(STRONG, 9).text(value, left + wide * 0.42, at, { width: wide * 0.58, align: 'right' })
    doc.y = Math.max(below, doc.y) + 1
  }
}

function bar(doc: Doc, of: BendSheet['bar'], top: number): void {
  const { margin } = PAGE
  const [y, high] = [top + 24, 16]
  const x = (share: number): number => margin + share * INSIDE
  doc.font(LABELS, 7.5).text('bent first; turn of the plane above, where the bend begins below', margin, top)
  doc.rect(margin, y, INSIDE, high).stroke()
  for (const z of of.bends) {
    doc.rect(x(z.from), y, x(z.to) - x(z.from), high).fillAndStroke(PALE, INK)
    doc
      .moveTo(x(z.from), y - 3)
      .lineTo(x(z.from), y + high + 4)
      .stroke()
    doc.fillColor(INK)
    const middle = (at: number, down: number, text: string): void => {
      doc.text(text, at - 30, down, { width: 60, align: 'center', lineBreak: false })
    }
    middle((x(z.from) + x(z.to)) / 2, y + 4, String(z.number))
    middle(x(z.from), y - 12, z.clock)
    middle(x(z.from), y + high + 5, z.at)
  }
  doc.text(of.length, margin + INSIDE - 80, y + high + 5, { width: 80, align: 'right' })
  doc.y = y + high + 18
}
