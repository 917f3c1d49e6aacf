import { expose } from 'comlink'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { STARTERS, type Part, setCell } from '@flexum/core/recipe'
import type { Progress } from '@flexum/core/base'
import { createService, doJob, type Flag } from '@flexum/core/service'
import { Broken, Cancelled, createCompute, type Compute } from './client.ts'
import type { Answer, ComputeApi, Done } from './messages.ts'
import { createOutbox } from './outbox.ts'

/** Workers that were started, each with what it was asked for, and how long it takes over it. */
interface Started {
  readonly asked: string[]
  readonly ends: string[]
  ended: boolean
}
const started: Started[] = []
let holdMs = 0
/** Says that it throws at the next work, once. */
let throwsOnce = false
/** It does not look at the flag by which work is called off. */
let deaf = false

/** A worker that lives on the page: the same messages over a channel, and work that takes as long as it is told to. */
class NearWorker {
  private readonly port: MessagePort
  private readonly mine: Started = { asked: [], ends: [], ended: false }
  constructor() {
    const { port1, port2 } = new MessageChannel()
    this.port = port2
    started.push(this.mine)
    const service = createService()
    const { mine } = this
    let flag: Flag | undefined
    let tell: ((at: Progress) => void) | undefined
    const work = async <T>(name: string, job: number, of: () => T): Promise<Done<T>> => {
      mine.asked.push(name)
      if (throwsOnce) {
        throwsOnce = false
        throw new TypeError('Unserializable return value')
      }
      const until = Date.now() + holdMs
      const wanted = () => doJob(deaf ? undefined : flag, job, () => true).ok
      while (Date.now() < until && wanted()) {
        tell?.({ of: name, on: 'waiting', share: 0.5 })
        await new Promise((r) => setTimeout(r, 5))
      }
      mine.ends.push(`${name} ${wanted() ? 'done' : 'called off'}`)
      return doJob(flag, job, of)
    }
    // Few values a message, so that answers come in many parts.
    const outbox = createOutbox({ many: 20 })
    const answer = (part: Part, known: Readonly<Record<string, number>>) => {
      const { values, steps, findings, awaits } = service.evaluate(part, { owner: 'page' })
      const sent = steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s))
      return { values, findings, awaits, steps: sent }
    }
    const begun = async (name: string, job: number, of: () => Answer) =>
      outbox.begin(job, await work(name, job, of))
    const api = {
      watch(shared: Flag | undefined, progress: (at: Progress) => void) {
        flag = shared
        tell = progress
      },
      evaluate: (job: number, part: Part, known: Record<string, number>) =>
        begun(`evaluate ${part.name}`, job, () => answer(part, known)),
      finish: (job: number, part: Part, known: Record<string, number>) =>
        begun(`finish ${part.name}`, job, () => answer(part, known)),
      part: (job: number, number: number) => outbox.part(job, number),
      compare: (job: number, part: Part) => work(`compare ${part.name}`, job, () => []),
    } as unknown as ComputeApi
    expose(api, port1)
    port1.start()
    port2.start()
  }
  addEventListener(type: string, listener: EventListener): void {
    this.port.addEventListener(type, listener)
  }
  removeEventListener(type: string, listener: EventListener): void {
    this.port.removeEventListener(type, listener)
  }
  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.port.postMessage(message, transfer)
  }
  terminate(): void {
    this.mine.ended = true
    this.port.close()
  }
}

const named = (name: string): Part => STARTERS.straight.make(name)
let compute: Compute
beforeEach(() => {
  started.length = 0
  holdMs = 0
  deaf = false
  vi.stubGlobal('Worker', NearWorker)
  compute = createCompute()
})
afterEach(() => {
  compute.dispose()
  vi.unstubAllGlobals()
})

describe('the workers of the page', () => {
  it('are one for the part and one for all else, started when first needed and kept', async () => {
    expect(started).toHaveLength(0)
    await compute.evaluate(named('A'))
    await compute.evaluate(named('B'))
    expect(started).toHaveLength(1)
    await compute.compare(named('A'), 'run')
    await compute.compare(named('B'), 'run')
    expect(started).toHaveLength(2)
    expect(started.map((s) => s.asked)).toEqual([
      ['evaluate A', 'evaluate B'],
      ['compare A', 'compare B'],
    ])
  })
  it('do of each kind the newest that waits, and tell the others that it was called off', async () => {
    holdMs = 20
    const asked = ['A', 'B', 'C'].map((n) => compute.compare(named(n), 'run'))
    const outcomes = await Promise.allSettled(asked)
    expect(outcomes.map((o) => o.status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    expect(outcomes[1]!.status === 'rejected' && outcomes[1]!.reason).toBeInstanceOf(Cancelled)
    expect(started[0]!.asked).toEqual(['compare A', 'compare C'])
  })
  it('are kept with what they know when work that was called off ends soon', async () => {
    const part = named('A')
    const first = await compute.evaluate(part)
    holdMs = 50
    const called = compute.evaluate(named('B'))
    await new Promise((r) => setTimeout(r, 10))
    compute.cancel()
    await expect(called).rejects.toBeInstanceOf(Cancelled)
    holdMs = 0
    const longer = setCell(part, { step: 'path', node: 'n2', column: 'x', formula: '400' })
    if (!longer.ok) throw new Error(longer.fault.message)
    const again = await compute.evaluate(longer.value)
    expect(started).toHaveLength(1)
    // The profile is the very object that the page had: the worker still knows what it sent.
    const profile = (r: typeof first) => r.steps.find((s) => s.id === 'profile')
    expect(profile(again)).toBe(profile(first))
  })
  it('leave work that was called off where it stands, and go on with the next at once', async () => {
    await compute.evaluate(named('A'))
    holdMs = 60_000
    const called = compute.evaluate(named('B'))
    await new Promise((r) => setTimeout(r, 10))
    compute.cancel()
    await expect(called).rejects.toBeInstanceOf(Cancelled)
    holdMs = 0
    await compute.evaluate(named('C'))
    expect(started).toHaveLength(1)
    expect(started[0]!.ends).toEqual(['evaluate A done', 'evaluate B called off', 'evaluate C done'])
    expect(started[0]!.ended).toBe(false)
  })
  it('tell how far the work has come that is theirs, and when it is over', async () => {
    const told: (Progress | undefined)[] = []
    compute.onProgress('beside', (at) => told.push(at))
    holdMs = 30
    await Promise.all([compute.evaluate(named('A')), compute.compare(named('B'), 'run')])
    expect(told[0]).toEqual({ of: 'compare B', on: 'waiting', share: 0.5 })
    expect(told.filter((t) => t === undefined)).toHaveLength(1)
    expect(told.at(-1)).toBeUndefined()
  })
  it('say in words of ours that work broke off, and go on with a new worker', async () => {
    await compute.evaluate(named('A'))
    throwsOnce = true
    const broke = await compute.evaluate(named('B')).catch((e: unknown) => e)
    expect(broke).toBeInstanceOf(Broken)
    expect((broke as Broken).message).toContain('an error of ours')
    expect((broke as Broken).why).toBe('Unserializable return value')
    const after = await compute.evaluate(named('B'))
    expect(after.steps.every((s) => s.state === 'good')).toBe(true)
    expect(started.map((s) => s.ended)).toEqual([true, false])
  })
  it('are ended, and begun anew, when it does not', async () => {
    await compute.evaluate(named('A'))
    holdMs = 60_000
    deaf = true
    const called = compute.evaluate(named('B'))
    await new Promise((r) => setTimeout(r, 10))
    compute.cancel()
    await expect(called).rejects.toBeInstanceOf(Cancelled)
    holdMs = 0
    const after = await compute.evaluate(named('C'))
    expect(after.steps.every((s) => s.state === 'good')).toBe(true)
    expect(started.map((s) => s.ended)).toEqual([true, false])
  })
})
