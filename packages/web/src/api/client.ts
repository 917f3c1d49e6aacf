import { hc } from 'hono/client'
import type { Client } from '@flexum/server/client'

/** The API of the server this page came from. */
export const api: Client = hc('/api') as unknown as Client

/** A request the server refused, with its own words. */
export class ApiError extends Error {
  readonly status: number
  constructor(status: number, message: string) {
    super(message)
    this.status = status
  }
}

interface Answer {
  readonly ok: boolean
  readonly status: number
  json(): Promise<unknown>
}

/** Waits for an answer that must be good; else throws what the server said. */
export async function good(answer: Promise<Answer>): Promise<unknown> {
  let response: Answer
  try {
    response = await answer
  } catch {
    throw new ApiError(0, 'the server cannot be reached')
  }
  if (response.ok) return response.json()
  throw new ApiError(response.status, await refusal(response))
}

/** The sentence in a refused answer. */
export async function refusal(response: Answer): Promise<string> {
  try {
    const body = (await response.json()) as { error?: { message?: string } }
    return body.error?.message ?? `the server answered ${response.status}`
  } catch {
    return `the server answered ${response.status}`
  }
}
