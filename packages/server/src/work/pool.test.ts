import { readlinkSync } from 'node:fs'
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { build } from 'esbuild'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { STARTERS, type Part } from '@flexum/core/recipe'
import { workedMs } from './clock.ts'
import { threadedWork } from './pool.ts'

let folder: string
let script: URL
beforeAll(async () => {
  // Where packages that are not bundled are found.
  const within = fileURLToPath(new URL('../../../../node_modules/.flexum/', import.meta.url))
  await mkdir(within, { recursive: true })
  folder = await mkdtemp(join(within, 'thread-'))
  const file = join(folder, 'thread.mjs')
  await build({
    entryPoints: [fileURLToPath(new URL('thread.ts', import.meta.url))],
    outfile: file,
    bundle: true,
    platform: 'node',
    // Its binary part lies beside it.
    external: ['highs', 'manifold-3d/*'],
    format: 'esm',
    // By a name that no package uses for its own.
    banner: {
      js: "import { createRequire as requireFrom } from 'module';const require = requireFrom(import.meta.url);",
    },
    logLevel: 'error',
  })
  script = pathToFileURL(file)
})
afterAll(() => rm(folder, { recursive: true }))

/** What work that was ended comes to. */
const failed = (message: string) => ({ ok: false, fault: expect.objectContaining({ message }) as unknown })

const hoop = STARTERS.hoop.make('Hoop')
/** A thread of a few lines, to be as bad as can be. */
const made = async (name: string, code: string): Promise<URL> => {
  const file = join(folder, name)
  await writeFile(file, `import { parentPort } from 'node:worker_threads'\n${code}`)
  return pathToFileURL(file)
}

describe('work in a thread', () => {
  it('gives figures, pictures, and what was read, one after the other', async () => {
    const work = threadedWork(script)
    const all = await Promise.all(Array.from({ length: 5 }, () => work.part(JSON.stringify(hoop))))
    for (const r of all) {
      expect(r).toMatchObject({ ok: true, value: { figures: { bends: 2, blocking: 0 } } })
      expect(r.ok && Buffer.from(r.value.picture!).subarray(1, 4).toString()).toBe('PNG')
    }
    // Large enough to be read in the thread.
    const nodes = Array.from({ length: 3000 }, (_, i) => ({
      id: `k${i}`,
      x: `${i}`,
      y: '0',
      z: '0',
      corner: { kind: 'sharp' },
    }))
    const large = { ...hoop, steps: [{ ...hoop.steps[0], nodes }] } as unknown as Part
    expect(await work.read(large)).toEqual({ ok: true, value: large })
    expect(await work.readKept(JSON.stringify(large))).toEqual({ ok: true, value: large })
    expect(await work.read({ ...large, format: 'x' })).toMatchObject({ ok: false })
    await work.stop()
    expect(await work.part('{}')).toMatchObject(failed('the server is stopping'))
  })
  it('that never ends is ended, and what comes after it is done', async () => {
    const stuck = await made(
      'stuck.mjs',
      "parentPort.on('message', ({ job: j }) => { if (j.body === 'stuck') for (;;) {} else parentPort.postMessage({ kind: 'done', answer: { ok: true, value: j.body } }) })",
    )
    const work = threadedWork(stuck, { workMs: 300, readMs: 300, memoryMb: 64 })
    const [a, b, c] = await Promise.all([work.part('one'), work.part('stuck'), work.part('two')])
    expect(a).toEqual({ ok: true, value: 'one' })
    expect(b).toEqual(failed('it took longer than 0.3 s'))
    expect(c).toEqual({ ok: true, value: 'two' })
    await work.stop()
  })
  it('that only waits for its turn is not given up, one that works as long is', async () => {
    const task = "readlinkSync('/proc/thread-self').split('/').at(-1)"
    const waits = await made(
      'waits.mjs',
      `import { readlinkSync } from 'node:fs'
      parentPort.postMessage({ kind: 'here', task: ${task} })
      const slept = new Int32Array(new SharedArrayBuffer(4))
      parentPort.on('message', ({ job }) => {
        if (job.body === 'waits') Atomics.wait(slept, 0, 0, 900)
        const until = performance.now() + (job.body === 'works' ? 60_000 : 0)
        while (performance.now() < until);
        parentPort.postMessage({ kind: 'done', answer: { ok: true, value: job.body } })
      })`,
    )
    const work = threadedWork(waits, { workMs: 250, readMs: 250, memoryMb: 64 })
    // The first is given to a thread that has not yet told who it is.
    await work.part('first')
    const [a, b] = await Promise.all([work.part('waits'), work.part('works')])
    expect(a).toEqual({ ok: true, value: 'waits' })
    expect(b).toEqual(failed('it took longer than 0.25 s'))
    await work.stop()
  })
  it('tells by the system how long a thread was at work', () => {
    const task = readlinkSync('/proc/thread-self').split('/').at(-1)
    const from = workedMs(task)!
    const until = performance.now() + 300
    while (performance.now() < until);
    expect(workedMs(task)! - from).toBeGreaterThan(0)
    expect(workedMs(undefined)).toBeUndefined()
    expect(workedMs('none')).toBeUndefined()
  })
  it('past its limit is called off, and a thread that leaves it lives on with what it knows', async () => {
    const polite = await made(
      'polite.mjs',
      `import { workerData } from 'node:worker_threads'
      const flag = new Int32Array(workerData.flag)
      let known = 0
      parentPort.on('message', ({ number, job }) => {
        known++
        while (job.body === 'long' && Atomics.load(flag, 0) < number);
        parentPort.postMessage(job.body === 'long' ? { kind: 'called-off' } : { kind: 'done', answer: { ok: true, value: known } })
      })`,
    )
    const work = threadedWork(polite, { workMs: 200, readMs: 200, memoryMb: 64 })
    const outcomes = await Promise.all(['one', 'long', 'two'].map((body) => work.part(body)))
    expect(outcomes).toEqual([
      { ok: true, value: 1 },
      failed('it took longer than 0.2 s'),
      { ok: true, value: 3 },
    ])
    await work.stop()
  })
  it('leaves what takes long inside a step when it is called off', async () => {
    const work = threadedWork(script, { workMs: 60, readMs: 5000, memoryMb: 1024 })
    const spring = STARTERS.spring.make('Coil')
    // Some seconds of a mesh and of looking for places where it meets itself.
    const long = {
      ...spring,
      steps: spring.steps.map((s) =>
        s.kind === 'helix-path' ? { ...s, turns: '900', pitch: '9', radius: '40' } : s,
      ),
    }
    expect(await work.part(JSON.stringify(long))).toEqual(failed('it took longer than 0.06 s'))
    await work.stop()
  })
  it('that fills the memory, or throws, is marked with that', async () => {
    const hungry = await made(
      'hungry.mjs',
      "const kept = []; parentPort.on('message', ({ job: j }) => { if (j.body === 'eat') for (;;) kept.push(new Array(1e5).fill(Math.random())); throw new Error('a bug') })",
    )
    const work = threadedWork(hungry, { workMs: 60_000, readMs: 1000, memoryMb: 48 })
    expect(await work.part('eat')).toEqual(failed('it needs more than 48 MB of memory'))
    expect(await work.part('throw')).toMatchObject(failed(expect.stringContaining('a bug') as string))
    await work.stop()
  })
  it('does not hold reading up', async () => {
    const slow = await made(
      'slow.mjs',
      "parentPort.on('message', ({ job: j }) => { if (j.kind === 'part') for (;;) {} else parentPort.postMessage({ kind: 'done', answer: { ok: true, value: j.kind } }) })",
    )
    const work = threadedWork(slow, { workMs: 60_000, readMs: 5000, memoryMb: 64 })
    const stuck = work.part('x')
    expect(await work.readKept('x'.repeat(20_000))).toEqual({ ok: true, value: 'read-kept' })
    await work.stop()
    expect(await stuck).toMatchObject({ ok: false })
  })
})
