import type { Part } from '@flexum/core/document'
import type { PartFigures } from '@flexum/server/client'
import { api, ApiError, good, refusal } from './client.ts'

/** A part on the Rack. */
export interface PartRow {
  readonly id: string
  readonly name: string
  readonly revision: number
  readonly createdAt: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly figures: PartFigures
}

/** A part as saved. */
export interface PartHead {
  readonly id: string
  readonly revision: number
  readonly updatedAt: number
  readonly binnedAt: number | null
  readonly part: Part
}

export type SaveAnswer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly head: PartHead }

export async function fetchParts(bin: boolean): Promise<PartRow[]> {
  const answer = (await good(api.parts.$get({ query: { bin: bin ? 'yes' : 'no' } }))) as { parts: PartRow[] }
  return answer.parts
}

export async function fetchPart(id: string): Promise<PartHead> {
  return (await good(api.parts[':id'].$get({ param: { id } }))) as PartHead
}

export async function createPart(part: Part): Promise<PartHead> {
  return (await good(api.parts.$post({ json: { part } as never }))) as PartHead
}

export async function copyPart(id: string): Promise<PartHead> {
  return (await good(api.parts[':id'].copy.$post({ param: { id }, json: {} }))) as PartHead
}

export async function setBinned(id: string, binned: boolean): Promise<void> {
  const of = api.parts[':id']
  await good(binned ? of.bin.$post({ param: { id } }) : of.restore.$post({ param: { id } }))
}

/** Browsers let a request outlive its page only up to 64 KB; a larger one is sent as usual, and the draft stands behind it. */
const MOST_KEPT_ALIVE = 60_000

/** Saves over a base revision. `leaving` lets the request outlive the page. */
export async function savePart(id: string, base: number, part: Part, leaving = false): Promise<SaveAnswer> {
  const body = JSON.stringify({ base, part })
  let response: Response
  try {
    response = await fetch(`/api/parts/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body,
      keepalive: leaving && new Blob([body]).size < MOST_KEPT_ALIVE,
    })
  } catch {
    throw new ApiError(0, 'the server cannot be reached')
  }
  if (response.ok)
    return { kind: 'saved', revision: ((await response.json()) as { revision: number }).revision }
  if (response.status === 409)
    return { kind: 'stale', head: ((await response.json()) as { head: PartHead }).head }
  throw new ApiError(response.status, await refusal(response))
}

export function pictureAddress(id: string, revision: number): string {
  return `/api/parts/${id}/revisions/${revision}/picture.png`
}

export function fileAddress(id: string): string {
  return `/api/parts/${id}/file`
}
