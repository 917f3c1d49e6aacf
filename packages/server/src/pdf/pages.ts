import PDFDocument from 'pdfkit'
import type { SheetTable } from '@flexum/core/report'
import { FIGURES, figureFont, LABELS, STRONG, withFonts } from './fonts.ts'

export type Doc = PDFKit.PDFDocument

/** A4 upright with its margins, in points. */
export const PAGE = { size: 'A4', wide: 595.28, high: 841.89, margin: 42 } as const
export const INSIDE = PAGE.wide - 2 * PAGE.margin
export const INK = '#23282c'
export const PALE = '#dddddd'
export const ROW = 13

/** A document with its first page, in our ink and fonts. */
export function newPages(title: string): Doc {
  // Uncompressed, all of it is there as soon as it is ended.
  const doc = new PDFDocument({
    size: PAGE.size,
    margin: PAGE.margin,
    compress: false,
    info: { Title: title },
  })
  withFonts(doc)
  doc.fillColor(INK).strokeColor(INK).lineWidth(0.7)
  return doc
}

/** A document that is done, as a file. */
export function bytesOf(doc: Doc): Uint8Array {
  doc.end()
  const chunks: Buffer[] = []
  for (let part = doc.read() as Buffer | null; part; part = doc.read() as Buffer | null) chunks.push(part)
  return new Uint8Array(Buffer.concat(chunks))
}

/** A table that goes on over as many pages as it takes; its columns by their shares of the width, all alike without. */
export function table(doc: Doc, { title, heads, rows }: SheetTable, shares?: readonly number[]): void {
  const { margin } = PAGE
  const bottom = PAGE.high - margin
  const wide = (k: number): number => INSIDE * (shares?.[k] ?? 1 / heads.length)
  const left = (k: number): number => margin + heads.slice(0, k).reduce((sum, _, i) => sum + wide(i), 0)
  const line = (cells: readonly string[], font: string): void => {
    const at = doc.y
    cells.forEach((cell, k) =>
      doc.font(k === 0 || font === LABELS ? LABELS : figureFont(cell), 8.5).text(cell, left(k), at, {
        width: wide(k),
        height: ROW,
        ellipsis: '.',
        align: k === 0 ? 'left' : 'right',
        lineBreak: false,
      }),
    )
    doc.y = at + ROW
  }
  const head = (words: string): void => {
    doc.font(STRONG, 10).text(words, margin, doc.y)
    line(heads, LABELS)
    doc
      .moveTo(margin, doc.y - 2)
      .lineTo(margin + INSIDE, doc.y - 2)
      .stroke()
  }
  // A heading stands over one row of its table at least.
  if (doc.y + 3 * ROW > bottom) doc.addPage()
  head(title)
  for (const row of rows) {
    if (doc.y + ROW > bottom) {
      doc.addPage()
      head(`${title}, going on`)
    }
    line(row, FIGURES)
  }
  doc.y += 8
}
