import { cutLengths, developedLengths, strandLengths, type Told } from '@flexum/core/recipe/evaluated'
import type { BlankGiven } from '@flexum/core/forming'
import type { CarriedGiven } from '@flexum/core/sweep'
import type { SawnPiece } from '@flexum/core/cutting'
import { formatLength, type LengthDisplay } from '@flexum/core/units'

type Row = readonly [label: string, value: string, amount: string]

const rowsOf = (told: readonly Told[], display: LengthDisplay): Row[] =>
  told.map(([label, mm]) => [label, formatLength(mm, display), String(mm)])

/** How long the centre line of each strand of a run is; nothing without strands. */
export const lineRows = ({ strandLines }: CarriedGiven, display: LengthDisplay): Row[] =>
  strandLines
    ? rowsOf(
        strandLengths(
          'Length of',
          strandLines.map((l) => l.length),
        ),
        display,
      )
    : []

/** What a blank comes to before anything is added; of strands each. */
export const developedRows = (blank: BlankGiven, display: LengthDisplay): Row[] =>
  rowsOf(
    developedLengths(blank).map(([label, mm]) => [label.replace(/^Developed/, 'Developed length'), mm]),
    display,
  )

/** What a blank is cut to; of strands each, and of a run in pieces all together. */
export const cutRows = (blank: BlankGiven, display: LengthDisplay): Row[] =>
  rowsOf(
    cutLengths(blank).map(([label, mm]) => [
      blank.pieces > 1 ? `${label}${blank.strands ? '' : ','} ${blank.pieces} pieces together` : label,
      mm,
    ]),
    display,
  )

/** The long and short points of the strands of a piece along their own lines. */
export const sawnRows = ({ strands = [] }: SawnPiece, display: LengthDisplay): Row[] => [
  ...rowsOf(
    strandLengths(
      'Long point,',
      strands.map((s) => s.long),
    ),
    display,
  ),
  ...rowsOf(
    strandLengths(
      'Short point,',
      strands.map((s) => s.short),
    ),
    display,
  ),
]
