// @vitest-environment node
import { expose, wrap, type Remote } from 'comlink'
import fc from 'fast-check'
import { afterEach, describe, expect, it } from 'vitest'
import { createOutbox, receive, type Outbox } from './outbox.ts'
import type { Answer, Begun, Done } from './messages.ts'

/** What the worker says over a real channel, with real transfer. */
interface Sender {
  answer(): Done<Begun>
  part(number: number): ReturnType<Outbox['part']>
}

const open: MessagePort[] = []
afterEach(() => open.splice(0).forEach((p) => p.close()))

/** An answer sent through a channel and put together again on the other side. */
async function throughChannel(answer: Answer, limits = {}): Promise<Answer> {
  const { port1, port2 } = new MessageChannel()
  open.push(port1, port2)
  const outbox = createOutbox(limits)
  const sender: Sender = {
    answer: () => outbox.begin(1, { ok: true, value: answer }),
    part: (number) => outbox.part(1, number),
  }
  expose(sender, port1)
  const remote: Remote<Sender> = wrap<Sender>(port2)
  const done = await receive(await remote.answer(), (i) => remote.part(i))
  if (!done.ok) throw new Error('it was not called off')
  return done.value
}

/** A mesh of so many bytes or a little more. */
const meshOf = (bytes: number) => {
  const points = Math.ceil(bytes / 36)
  const ramp = Float32Array.from({ length: 3 * points }, (_, i) => i % 97)
  return {
    positions: ramp,
    normals: ramp.slice(),
    triangles: Uint32Array.from({ length: 3 * points }, (_, i) => i),
    tags: new Uint32Array(points),
  }
}
const bodyOf = (bytes: number, lines: number) => ({
  id: `b${bytes}`,
  mesh: meshOf(bytes),
  lines: Array.from({ length: lines }, (_, i) => ({ at: [i, -i], name: `${i}` })),
})
const stepOf = (id: string, bodies: readonly unknown[], rows: number) => ({
  id,
  kind: 'run',
  version: 1,
  output: { bodies, table: Array.from({ length: rows }, (_, i) => ({ i })) },
})
const answerOf = (steps: readonly unknown[]): Answer =>
  ({ values: [], findings: [], awaits: 0, steps }) as unknown as Answer

const HEAVY = 300_000
/** All but the large rows, and these as their bytes: compared at once. */
const bytesOf = (answer: Answer) => {
  const rows: Uint8Array[] = []
  const light = JSON.stringify(answer, (_, v: unknown) =>
    ArrayBuffer.isView(v) ? rows.push(new Uint8Array(v.buffer, v.byteOffset, v.byteLength)) : v,
  )
  return { light, rows: rows.map((r) => Buffer.from(r).toString('latin1')) }
}

describe('an answer on its way to the page', () => {
  it('comes whole where heavy meshes stand in parts that follow by themselves', async () => {
    const answer = answerOf([
      stepOf('first', [bodyOf(HEAVY, 7000)], 7000),
      stepOf('second', [bodyOf(HEAVY, 10), bodyOf(40, 7000)], 7000),
      stepOf('third', [bodyOf(2 * HEAVY, 3)], 2),
    ])
    expect(bytesOf(await throughChannel(answer))).toEqual(bytesOf(answer))
  })
  it('comes whole whatever it holds and however it is parted, over and over', async () => {
    const body = fc.tuple(fc.constantFrom(0, 40, 400, 900), fc.integer({ min: 0, max: 60 }))
    const step = fc.tuple(fc.array(body, { maxLength: 3 }), fc.integer({ min: 0, max: 60 }))
    await fc.assert(
      fc.asyncProperty(
        fc.array(step, { maxLength: 4 }),
        fc.integer({ min: 1, max: 120 }),
        async (steps, many) => {
          const answer = answerOf(
            steps.map(([bodies, rows], i) =>
              stepOf(
                `s${i}`,
                bodies.map(([bytes, lines]) => bodyOf(bytes, lines)),
                rows,
              ),
            ),
          )
          expect(await throughChannel(answer, { many, heavy: 500 })).toEqual(answer)
          // The worker still has its own.
          expect(await throughChannel(answer, { many, heavy: 500 })).toEqual(answer)
        },
      ),
      { numRuns: 300 },
    )
  })
  it('goes part by part, each once, and only to the job it is of', () => {
    const outbox = createOutbox({ many: 5 })
    const begun = outbox.begin(1, { ok: true, value: answerOf([stepOf('a', [], 20)]) })
    expect(begun.ok && begun.value.parts).toBe(2)
    expect(() => outbox.part(2, 0)).toThrow('part 0')
    expect(outbox.part(1, 0)).toMatchObject({ at: ['steps', 0, 'output', 'table'] })
    expect(outbox.part(1, 1).at).toEqual(['steps', 0])
    expect(() => outbox.part(1, 0)).toThrow('part 0')
  })
})
