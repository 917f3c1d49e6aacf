import { tolerance } from '../num/index.ts'
import type { BlankGiven } from '../forming/index.ts'

/** Strands of one length: their numbers from 1, and the length, mm. */
export interface AlikeStrands {
  readonly numbers: readonly number[]
  readonly length: number
}

/** Strands by their lengths, in order of the first of each. */
export function alikeStrands(lengths: readonly number[]): AlikeStrands[] {
  const found: { numbers: number[]; length: number }[] = []
  lengths.forEach((length, i) => {
    const same = found.find((f) => Math.abs(f.length - length) <= tolerance.sameLength)
    if (same) same.numbers.push(i + 1)
    else found.push({ numbers: [i + 1], length })
  })
  return found
}

/** "each strand", "strand 2", "strands 1, 2 and 5", "strands 1 to 4". */
export function strandsInWords({ numbers }: AlikeStrands, of: number): string {
  const [first, last] = [numbers[0]!, numbers.at(-1)!]
  if (numbers.length === of && of > 1) return 'each strand'
  if (numbers.length === 1) return `strand ${first}`
  if (numbers.length > 2 && last - first === numbers.length - 1) return `strands ${first} to ${last}`
  return `strands ${numbers.slice(0, -1).join(', ')} and ${last}`
}

/** The cut length in words: of strands that differ, from the shortest to the longest. */
export function cutsInWords({ cut, strands }: BlankGiven, length: (mm: number) => string): string {
  const least = Math.min(cut, ...(strands ?? []).map((s) => s.cut))
  return cut - least <= tolerance.sameLength ? length(cut) : `${length(least)} to ${length(cut)}`
}

/** A length with what it is called. */
export type Told = readonly [label: string, mm: number]

/** Lengths of strands, those of one length together: "<what> strands 1 to 3". */
export const strandLengths = (what: string, lengths: readonly number[]): Told[] =>
  alikeStrands(lengths).map((a) => [`${what} ${strandsInWords(a, lengths.length)}`, a.length])

/** The developed length of a blank; of strands each one's. */
export const developedLengths = ({ developed, strands }: BlankGiven): Told[] =>
  strands
    ? strandLengths(
        'Developed,',
        strands.map((s) => s.developed),
      )
    : [['Developed', developed.length]]

/** What a blank is cut to; of strands each one's. */
export const cutLengths = ({ cut, strands }: BlankGiven): Told[] =>
  strands
    ? strandLengths(
        'Cut length,',
        strands.map((s) => s.cut),
      )
    : [['Cut length', cut]]
