import type { Context } from 'hono'
import type { ContentfulStatusCode } from 'hono/utils/http-status'

/** What every refused request answers: a code for programs and a sentence for people. */
export interface Problem {
  readonly error: { readonly code: string; readonly message: string }
}

/** Answers with a problem. */
export function problem<S extends ContentfulStatusCode>(
  c: Context,
  status: S,
  code: string,
  message: string,
) {
  return c.json<Problem, S>({ error: { code, message } }, status)
}
