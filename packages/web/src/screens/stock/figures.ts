import type { Result } from '@flexum/core/base'
import { deg } from '@flexum/core/num'
import { formatExact, type DimensionName } from '@flexum/core/units'
import { string } from 'yup'
import { readFigure } from '../../ui/readFigure.ts'

/** A Yup field for such a text; its error is what the reader of formulas says. */
export const figure = (dimension: DimensionName, what: string, least?: 'above 0' | 'not below 0') =>
  string()
    .trim()
    .required(`the ${what} is missing`)
    .test('figure', (text, context) => {
      const read = readFigure(text, dimension)
      if (!read.ok) return context.createError({ message: `the ${what}: ${read.fault.message}` })
      if (least === 'above 0' && !(read.value > 0))
        return context.createError({ message: `the ${what} must be above 0` })
      if (least === 'not below 0' && read.value < 0)
        return context.createError({ message: `the ${what} cannot be below 0` })
      return true
    })

/** A figure that the form has let pass. */
export function passed<T>(read: Result<T>): T {
  if (!read.ok) throw new Error(read.fault.message)
  return read.value
}

/** A figure of the tables as it is typed: mm, degrees. */
export const sizeText = (dimension: DimensionName, value: number): string =>
  dimension === 'angle' ? `${formatExact(Number(deg(value).toFixed(6)))} deg` : formatExact(value)
