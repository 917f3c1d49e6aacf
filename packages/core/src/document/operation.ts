import { array } from 'yup'
import type { Id } from '../base/index.ts'
import { LIMITS } from './limits.ts'
import { idSchema, optionalByKind } from './schema-parts.ts'

/** What the body of a step does with others: it joins them, cuts away of them, or leaves of them what both have. */
export const OPERATIONS = ['joins', 'cuts', 'common'] as const

/** Left out, a body stands alone. */
export interface Operation {
  readonly kind: (typeof OPERATIONS)[number]
  /** The steps whose bodies it is done with, as these stand by then. */
  readonly with: readonly Id[]
}

const others = {
  with: array(idSchema).strict().required('a list of bodies is missing here').max(LIMITS.regions),
}

export const operationSchema = optionalByKind(
  { joins: others, cuts: others, common: others },
  { unknown: `a body ${OPERATIONS.join(', ')} or stands alone`, missing: 'what a body does needs a kind' },
)
