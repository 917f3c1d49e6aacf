import { expose } from 'comlink'
import wasm from 'manifold-3d/manifold.wasm?url'
import { loadManifold } from '@flexum/manifold'
import type { Progress } from '@flexum/core/base'
import { needsSolids, type Part } from '@flexum/core/recipe'
import { type Outside, type Phase } from '@flexum/core/recipe/evaluated'
import { createService, doJob, type Flag } from '@flexum/core/service'
import type { Answer, ComputeApi, Done } from './messages.ts'
import { createOutbox } from './outbox.ts'

/** The library of solids is loaded for the first part whose bodies meet. */
const outside: { -readonly [K in keyof Outside]: Outside[K] } = {}
let loading: Promise<void> | undefined
const service = createService(outside)

async function ready(part: Part): Promise<void> {
  if (!needsSolids(part)) return
  loading ??= loadManifold(wasm).then((solids) => void (outside.solids = solids))
  await loading
}

/** Size of a small picture of a turning, px. */
const CARD = { width: 560, height: 216 }
/** Points of meshes that are made with the figures at once: some milliseconds, less than drawing the page twice. */
const AT_ONCE = 20_000
/** How often the page is told how far work has come, ms. */
const TOLD_EVERY = 100

let flag: Flag | undefined
let tell: ((at: Progress) => void) | undefined
let told = 0

function job<T>(number: number, work: () => T): Done<T> {
  told = performance.now()
  return doJob(flag, number, work, (at) => {
    const now = performance.now()
    if (now - told < TOLD_EVERY) return
    told = now
    tell?.(at)
  })
}

function answer(part: Part, known: Readonly<Record<string, number>>, phase: Phase, rough: boolean): Answer {
  const { values, steps, findings, awaits, areas } = service.evaluate(part, {
    owner: 'page',
    phase,
    rough,
    areas: true,
  })
  if (awaits > 0 && awaits <= AT_ONCE) return answer(part, known, 'whole', rough)
  return {
    values,
    findings,
    awaits,
    ...(areas ? { areas } : {}),
    steps: steps.map((s) => (known[s.id] === s.version ? { id: s.id, version: s.version } : s)),
  }
}

const outbox = createOutbox()

const compute: ComputeApi = {
  watch(shared, progress) {
    flag = shared
    tell = progress
  },
  evaluate: async (n, part, known, rough) => {
    await ready(part)
    return outbox.begin(
      n,
      job(n, () => answer(part, known, 'figures', rough)),
    )
  },
  finish: async (n, part, known, rough) => {
    await ready(part)
    return outbox.begin(
      n,
      job(n, () => answer(part, known, 'whole', rough)),
    )
  },
  part: (n, number) => outbox.part(n, number),
  compare: async (n, part, run) => {
    await ready(part)
    return job(n, () => service.compare(part, run, CARD))
  },
  distance: async (n, part, path, to) => {
    await ready(part)
    return job(n, () => service.distance(part, path, to))
  },
  trace: (n, picture, options) => job(n, () => service.trace(picture, options)),
  readMesh: (n, bytes) => job(n, () => service.readMesh(bytes)),
  exportFile: async (n, part, wanted) => {
    await ready(part)
    return job(n, () => service.exportFile(part, wanted))
  },
}

expose(compute)
