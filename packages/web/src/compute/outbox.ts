import { transfer } from 'comlink'
import { handOver } from './hand-over.ts'
import { inParts, together, type SentPart } from './in-parts.ts'
import type { Answer, Begun, Done } from './messages.ts'

/** The worker's side of an answer on its way: the first message, and the parts that are asked for after it. */
export interface Outbox {
  /** An answer begun; what was left of the one before is given up. */
  begin(job: number, done: Done<Answer>): Done<Begun>
  /** A part of the answer to that job, by its number from 0. It goes once: what it hands over is the page's from then on. */
  part(job: number, number: number): SentPart
}

interface Message<T> {
  readonly value: T
  readonly buffers: readonly ArrayBuffer[]
}

/**
 * Sends answers in parts. Heavy meshes are handed over, each with the message that it is in: a buffer that goes with another message
 * is gone before its own is sent. `many` is how many values a message may hold, `heavy` from how many bytes on a mesh is handed over.
 */
export function createOutbox({ many, heavy }: { many?: number; heavy?: number } = {}): Outbox {
  let following: { readonly job: number; readonly parts: (Message<SentPart> | undefined)[] } | undefined
  const sent = <T>({ value, buffers }: Message<T>): T =>
    buffers.length === 0 ? value : transfer(value, [...buffers])
  return {
    begin(job, done) {
      following = undefined
      if (!done.ok) return done
      const { answer, buffers } = handOver(done.value, heavy)
      const handed = new Set(buffers)
      const { first, rest } = inParts(answer, many)
      const message = <T>(value: T): Message<T> => ({ value, buffers: handedIn(value, handed) })
      following = { job, parts: rest.map(message) }
      return sent(message({ ok: true, value: { answer: first, parts: rest.length } } as const))
    },
    part(job, number) {
      const part = following?.job === job ? following.parts[number] : undefined
      if (!part) throw new Error(`there is no part ${number} of the answer ${job}`)
      following!.parts[number] = undefined
      return sent(part)
    },
  }
}

/** Those of the buffers handed over that a value holds. */
function handedIn(value: unknown, handed: ReadonlySet<ArrayBuffer>): readonly ArrayBuffer[] {
  if (handed.size === 0) return []
  const found = new Set<ArrayBuffer>()
  const open: unknown[] = [value]
  while (open.length > 0) {
    const v = open.pop()
    if (typeof v !== 'object' || v === null) continue
    if (ArrayBuffer.isView(v)) {
      if (handed.has(v.buffer as ArrayBuffer)) found.add(v.buffer as ArrayBuffer)
    } else open.push(...(v instanceof Map || v instanceof Set ? v.values() : Object.values(v)))
  }
  return [...found]
}

/** The page's side: an answer with the parts that follow it, which come one at a time, each in a task of the page. */
export async function receive(
  begun: Done<Begun>,
  part: (number: number) => Promise<SentPart>,
): Promise<Done<Answer>> {
  if (!begun.ok) return begun
  const { answer, parts } = begun.value
  const came: SentPart[] = []
  for (let i = 0; i < parts; i++) came.push(await part(i))
  return { ok: true, value: together(answer, came) }
}
