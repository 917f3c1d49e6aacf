import { validator } from 'hono/validator'
import { mixed, ValidationError } from 'yup'
import { deeperThan } from '@flexum/core/recipe'
import { problem } from './problem.ts'

/** Levels of objects and lists in each other that a request may have: those of a part, and a few round it. */
const DEEPEST = 20

/** A Yup schema, or one that goes by the value. */
interface Reads<T> {
  validateSync(value: unknown, options: { readonly abortEarly: boolean }): T
}

function read<T>(schema: Reads<T>, value: unknown): { ok: true; value: T } | { ok: false; message: string } {
  if (deeperThan(value, DEEPEST)) return { ok: false, message: `it is nested deeper than ${DEEPEST}` }
  try {
    return { ok: true, value: schema.validateSync(value, { abortEarly: true }) }
  } catch (error) {
    if (error instanceof ValidationError) return { ok: false, message: error.message }
    throw error
  }
}

/** Checks a JSON body against a Yup schema; a misfit answers 400 and says where. */
export function jsonBody<T>(schema: Reads<T>) {
  return validator('json', (value: unknown, c) => {
    const r = read(schema, value)
    return r.ok ? r.value : problem(c, 400, 'request.body', r.message)
  })
}

/** Checks the query string against a Yup schema. */
export function queryOf<T>(schema: Reads<T>) {
  return validator('query', (value: unknown, c) => {
    const r = read(schema, value)
    return r.ok ? r.value : problem(c, 400, 'request.query', r.message)
  })
}

/** Checks path parameters against a Yup schema. */
export function paramsOf<T>(schema: Reads<T>) {
  return validator('param', (value: unknown, c) => {
    const r = read(schema, value)
    return r.ok ? r.value : problem(c, 400, 'request.path', r.message)
  })
}

/** A part in a request body, still to be read: that is not done where requests are checked, as it may be large. */
export const documentField = (name: string) => mixed().required(`"${name}" is missing`)
