import type { FileId } from '@flexum/core/files'
import type { Part } from '@flexum/core/recipe'
import { headFields, partRows, readAnswer, readPartIn, revisionRows, savedPart } from './answers.ts'
import { api, ApiError, good, refusal } from './client.ts'
import type { PartHead, RackRow, RevisionRow } from '@flexum/server/client'

export type { PartHead, RackRow, RevisionRow } from '@flexum/server/client'

export type SaveAnswer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'stale'; readonly head: PartHead }

export async function fetchParts(bin: boolean): Promise<RackRow[]> {
  const answer = await good(api.parts.$get({ query: { bin: bin ? 'yes' : 'no' } }))
  return readAnswer<{ parts: RackRow[] }>(partRows, answer).parts
}

async function headIn(answer: unknown): Promise<PartHead> {
  const head = readAnswer<PartHead>(headFields, answer)
  return { ...head, part: await readPartIn(head.part) }
}

export async function fetchPart(id: string): Promise<PartHead> {
  return headIn(await good(api.parts[':id'].$get({ param: { id } })))
}

export async function createPart(part: Part): Promise<PartHead> {
  return headIn(await good(api.parts.$post({ json: { part } })))
}

export async function copyPart(id: string): Promise<PartHead> {
  return headIn(await good(api.parts[':id'].copy.$post({ param: { id }, json: {} })))
}

export async function setBinned(id: string, binned: boolean): Promise<void> {
  const of = api.parts[':id']
  await good(binned ? of.bin.$post({ param: { id } }) : of.restore.$post({ param: { id } }))
}

/** A part's revisions, newest first. */
export async function fetchRevisions(id: string): Promise<RevisionRow[]> {
  const answer = await good(api.parts[':id'].revisions.$get({ param: { id } }))
  return readAnswer<{ revisions: RevisionRow[] }>(revisionRows, answer).revisions
}

/** Saves an older revision as the newest one: nothing in between is lost. */
export async function goBackTo(id: string, newest: number, revision: number): Promise<void> {
  const answer = (await good(
    api.parts[':id'].revisions[':revision'].$get({ param: { id, revision: String(revision) } }),
  )) as { part?: unknown }
  await savePart(id, newest, await readPartIn(answer.part))
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
    return { kind: 'saved', ...readAnswer<{ revision: number }>(savedPart, await response.json()) }
  if (response.status === 409)
    return { kind: 'stale', head: await headIn(((await response.json()) as { head?: unknown }).head) }
  throw new ApiError(response.status, await refusal(response))
}

export function pictureAddress(id: string, revision: number): string {
  return `/api/parts/${id}/revisions/${revision}/picture.png`
}

/** Where a file of a part as it is kept is found. */
export function fileAddress(id: string, file: FileId = 'part'): string {
  return `/api/parts/${id}/files/${file}`
}
