import { mixed } from 'yup'
import { readPart, type Part } from '@flexum/core/document'

/** A part in a request body: read and checked as a file would be. */
export const partField = (name: string) =>
  mixed<Part>()
    .required(`"${name}" is missing`)
    .test('part', (value, context) => {
      const r = readPart(value)
      return r.ok ? true : context.createError({ message: r.fault.message })
    })
