import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, render, type RenderResult } from '@testing-library/react'
import type { ReactNode } from 'react'
import type { Part } from '@flexum/core/recipe'
import { createService } from '@flexum/core/service'
import { createSession, type Session } from '../src/bench/session.ts'
import type { Compute } from '../src/compute/client.ts'
import { BenchContext } from '../src/screens/bench/context.ts'

/** The computation without a worker. */
export function directCompute(): Compute {
  const service = createService()
  return {
    evaluate: async (part) => service.evaluate(part, { owner: 'page' }),
    compare: async (part, run) => service.compare(part, run, { width: 8, height: 6 }),
    trace: async (picture, options) => service.trace(picture, options),
    finish: async (p) => service.evaluate(p, { owner: 'page' }),
    distance: async (part, path, to) => service.distance(part, path, to),
    readMesh: async (bytes) => service.readMesh(bytes),
    exportFile: async (part, wanted) => service.exportFile(part, wanted),
    onProgress: () => undefined,
    cancel: () => undefined,
    dispose: () => undefined,
  }
}

/** The session that was last put on the Bench. */
let onIt: Session | undefined

/** Looks at whether it is still working, at most. */
const LOOKS = 400

/** Lets the evaluation under way come to its end, and what follows from it onto the page. */
export async function settled(): Promise<void> {
  for (let i = 0; i < LOOKS; i++) {
    await act(async () => {
      await new Promise((r) => setTimeout(r, 5))
    })
    if (i > 0 && !onIt?.store.getState().working) return
  }
}

/** Shows a piece of the Bench on a part, worked out; `refused` collects what commands were refused with. */
export async function onBench(
  part: Part,
  children: ReactNode | ((session: Session) => ReactNode),
): Promise<RenderResult & { session: Session; compute: Compute; refused: string[] }> {
  const refused: string[] = []
  const head = { id: 'p1', revision: 1, updatedAt: 0, binnedAt: null, part }
  const compute = directCompute()
  const session = createSession(head, compute, (message) => refused.push(message))
  onIt = session
  const shown = render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <BenchContext value={{ session, compute, view: { current: undefined } }}>
        {typeof children === 'function' ? children(session) : children}
      </BenchContext>
    </QueryClientProvider>,
  )
  await settled()
  return { ...shown, session, compute, refused }
}
