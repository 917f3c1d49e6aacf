/** A sheet of paper of a strip at true size: from where to where on the bar, and what joins it to those beside, mm. */
export interface StripSheet {
  readonly number: number
  readonly from: number
  readonly to: number
  /** Where it is joined to the sheet before and after, with the letter that both have; undefined at the ends of the bar. */
  readonly before: { readonly at: number; readonly letter: string } | undefined
  readonly after: { readonly at: number; readonly letter: string } | undefined
}

/** Paper that it is printed on, lying: the width that is left to draw on, and the height, mm. */
export const PAPERS = {
  a4: { title: 'A4', page: 'A4 landscape', wide: 270, high: 180 },
  a3: { title: 'A3', page: 'A3 landscape', wide: 390, high: 267 },
  letter: { title: 'Letter', page: 'letter landscape', wide: 252, high: 186 },
} as const
export type Paper = keyof typeof PAPERS

/** How much of the bar two sheets that follow each other both show, mm: they are joined in its middle. */
export const OVERLAP = 16
/** Most sheets of one strip. */
export const MOST_SHEETS = 60

/** Parts a bar over sheets of a width; undefined where it takes more than are printed. */
export function sheetsOf(start: number, length: number, wide: number): readonly StripSheet[] | undefined {
  const step = wide - OVERLAP
  const count = length <= wide ? 1 : Math.ceil((length - OVERLAP) / step)
  if (!(count <= MOST_SHEETS)) return undefined
  return Array.from({ length: count }, (_, i): StripSheet => {
    const from = start + i * step
    const to = Math.min(from + wide, start + length)
    return {
      number: i + 1,
      from,
      to,
      before: i === 0 ? undefined : { at: from + OVERLAP / 2, letter: letterOf(i - 1) },
      after: i === count - 1 ? undefined : { at: to - OVERLAP / 2, letter: letterOf(i) },
    }
  })
}

/** A to Z, then AA, AB and on. */
function letterOf(index: number): string {
  const last = String.fromCharCode(65 + (index % 26))
  return index < 26 ? last : letterOf(Math.floor(index / 26) - 1) + last
}
