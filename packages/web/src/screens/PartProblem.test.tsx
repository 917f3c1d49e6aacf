import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { fireEvent, render, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { STARTERS } from '@flexum/core/recipe'
import type { RevisionRow } from '../api/parts.ts'
import { earlierRevisions, StoppedPart } from './PartProblem.tsx'

const hoop = STARTERS.hoop.make('Hoop')
const revision = (number: number, state: RevisionRow['state']): RevisionRow => ({
  number,
  savedAt: number,
  state,
})

let asked: { method: string; path: string; body: unknown }[]
beforeEach(() => {
  asked = []
  sessionStorage.clear()
  vi.stubGlobal('fetch', async (address: string | URL, init?: RequestInit) => {
    const { pathname } = new URL(String(address), 'http://here')
    const method = init?.method ?? 'GET'
    asked.push({
      method,
      path: pathname,
      body: typeof init?.body === 'string' ? JSON.parse(init.body) : undefined,
    })
    const answer = pathname.endsWith('/revisions')
      ? { revisions: [revision(9, 'failed'), revision(8, null), revision(7, 'known'), revision(6, 'known')] }
      : pathname.endsWith('/revisions/7')
        ? { part: hoop }
        : { revision: 10, updatedAt: 1 }
    return new Response(JSON.stringify(answer), { status: 200 })
  })
})

describe('a part that stopped the Bench', () => {
  it('goes back to the last revision that worked, as a new one, without its draft', async () => {
    const assign = vi.fn()
    vi.stubGlobal('location', { assign })
    sessionStorage.setItem('flexum.draft.p1', JSON.stringify({ history: { past: [{ part: hoop }] } }))
    render(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <StoppedPart id="p1" title="The Bench stopped on this part" message="x is undefined" />
      </QueryClientProvider>,
    )
    expect(screen.getByText('x is undefined')).toBeVisible()
    expect(screen.getByRole('button', { name: 'Save what was being drawn as a file' })).toBeVisible()
    fireEvent.click(await screen.findByRole('button', { name: /^Go back to revision 7/ }))
    await waitFor(() => expect(assign).toHaveBeenCalledWith('/parts/p1'))
    expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
      path: '/api/parts/p1',
      body: { base: 9, part: hoop },
    })
    expect(sessionStorage.getItem('flexum.draft.p1')).toBeNull()
  })
  it('offers the last that is known to work first, then those nobody looked at, and none that failed', () => {
    const all = [revision(9, 'known'), revision(8, null), revision(7, 'failed'), revision(6, 'known')]
    expect(earlierRevisions(all).map((r) => r.number)).toEqual([6, 8])
    expect(earlierRevisions([revision(2, 'failed'), revision(1, null)]).map((r) => r.number)).toEqual([1])
    expect(earlierRevisions([revision(1, 'failed')])).toEqual([])
  })
})
