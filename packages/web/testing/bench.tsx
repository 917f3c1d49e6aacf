import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, render, type RenderResult } from '@testing-library/react'
import type { ReactNode } from 'react'
import type { Part } from '@flexum/core/document'
import { compareTurnings, createEvaluator } from '@flexum/core/evaluate'
import { PICTURE_LOOKS, pictureOf } from '@flexum/core/format'
import { traceOutlines } from '@flexum/core/trace'
import { createSession, type Session } from '../src/bench/session.ts'
import type { Compute } from '../src/compute/client.ts'
import { BenchContext } from '../src/screens/bench/context.ts'

/** The computation without a worker. */
export function directCompute(): Compute {
  const evaluator = createEvaluator()
  return {
    evaluate: async (part) => evaluator.evaluate(part, { owner: 'page' }),
    stl: async () => ({ bytes: undefined, problem: undefined }),
    compare: async (part, run) =>
      compareTurnings(evaluator, part, run).map(({ bodies, ...card }) => ({
        ...card,
        picture:
          bodies &&
          pictureOf(
            bodies.map((b) => ({ mesh: b.mesh, look: PICTURE_LOOKS[b.look] })),
            8,
            6,
          ),
      })),
    trace: async (picture, options) => traceOutlines(picture, options),
    cancel: () => undefined,
    dispose: () => undefined,
  }
}

/** Lets the evaluation under way come to its end. */
export async function settled(): Promise<void> {
  await act(async () => {
    await new Promise((r) => setTimeout(r, 5))
  })
}

/** Shows a piece of the Bench on a part, worked out; `refused` collects what commands were refused with. */
export async function onBench(
  part: Part,
  children: ReactNode | ((session: Session) => ReactNode),
): Promise<RenderResult & { session: Session; refused: string[] }> {
  const refused: string[] = []
  const head = { id: 'p1', revision: 1, updatedAt: 0, binnedAt: null, part }
  const session = createSession(head, directCompute(), (message) => refused.push(message))
  const shown = render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <BenchContext value={{ session, view: { current: undefined } }}>
        {typeof children === 'function' ? children(session) : children}
      </BenchContext>
    </QueryClientProvider>,
  )
  await settled()
  return { ...shown, session, refused }
}
