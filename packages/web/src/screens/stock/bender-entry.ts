import { BENDER_SIZES, FIRST_BENDER, type BenderSize } from '@flexum/core/recipe'
import { formatExact, formulaText, type DimensionName } from '@flexum/core/units'
import type { BenderOfTable } from '../../api/catalogue.ts'
import { readFigure } from '../../ui/readFigure.ts'
import { readLengths } from './entry.ts'
import { figure, passed, sizeText } from './figures.ts'
import { boolean, object, string, type ObjectSchema } from 'yup'

/** What is typed of a bender. */
export interface BenderFigures {
  name: string
  bothHands: boolean
  dies: string
  sizes: Record<string, string>
}

const SIZES = Object.entries(BENDER_SIZES) as [BenderSize, DimensionName][]
const SPEEDS: ReadonlySet<string> = new Set<BenderSize>(['feed', 'turn', 'bend'])

// The names of the sizes go by the list, which types of schemas cannot say.
export const benderSchema = object({
  name: string().trim().max(80).required('a name is missing'),
  bothHands: boolean().required(),
  dies: string()
    .defined()
    .test('dies', (text, context) => {
      if ((text ?? '').trim() === '') return true
      const read = readLengths(text!)
      return read.ok ? true : context.createError({ message: read.fault.message })
    }),
  sizes: object(
    Object.fromEntries(
      SIZES.map(([n, d]) => [n, figure(d, 'figure', SPEEDS.has(n) ? 'above 0' : 'not below 0')]),
    ),
  ),
}) as unknown as ObjectSchema<BenderFigures>

export const benderOf = (id: string, e: BenderFigures): BenderOfTable => ({
  id,
  name: e.name.trim(),
  bothHands: e.bothHands,
  dies: e.dies.trim() === '' ? [] : passed(readLengths(e.dies)),
  sizes: Object.fromEntries(
    SIZES.map(([n, d]) => [n, passed(readFigure(e.sizes[n] ?? '', d))]),
  ) as BenderOfTable['sizes'],
})

export const entryOfBender = (bender: BenderOfTable | undefined): BenderFigures =>
  bender
    ? {
        name: bender.name,
        bothHands: bender.bothHands,
        dies: bender.dies.map(formatExact).join(', '),
        sizes: Object.fromEntries(SIZES.map(([n, d]) => [n, sizeText(d, bender.sizes[n])])),
      }
    : {
        name: '',
        bothHands: false,
        dies: '',
        sizes: Object.fromEntries(
          SIZES.map(([n, d]) => [
            n,
            d === 'angle' ? `${formulaText(FIRST_BENDER[n])} deg` : formulaText(FIRST_BENDER[n]),
          ]),
        ),
      }
