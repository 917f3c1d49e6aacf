import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { fireEvent, render, screen, waitFor } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { STARTERS, writePart } from '@flexum/core/recipe'
import type { RackRow } from '../../api/parts.ts'
import { importFiles } from './importFiles.ts'
import { RackScreen } from './RackScreen.tsx'

const row = (name: string, over: Partial<RackRow> = {}): RackRow => ({
  id: `00000000-0000-4000-8000-${String(name.length).padStart(12, '0')}`,
  name,
  revision: 3,
  createdAt: 0,
  updatedAt: 1000,
  binnedAt: null,
  state: 'known',
  trouble: null,
  picture: 3,
  figures: { length: 987.04, bends: 6, profile: 'tube 15 × 1', material: 'Copper', mass: 0.386, blocking: 0 },
  ...over,
})

/** A server of a few answers, by the end of the address. */
let answers: Record<string, { status: number; body: unknown }>
let asked: string[]
beforeEach(() => {
  asked = []
  answers = {
    'parts?bin=no': {
      status: 200,
      body: { parts: [row('Mist rail'), row('Pot hook', { figures: { blocking: 2 } })] },
    },
  }
  vi.stubGlobal('fetch', async (input: string | URL | Request, init?: RequestInit) => {
    const url = String(input instanceof Request ? input.url : input)
    asked.push(`${init?.method ?? 'GET'} ${url}`)
    const found = Object.entries(answers).find(([end]) => url.endsWith(end))
    if (!found) throw new TypeError(`no answer for ${url}`)
    return new Response(JSON.stringify(found[1].body), { status: found[1].status })
  })
})

const show = (bin = false) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <RackScreen bin={bin} />
      </MemoryRouter>
    </QueryClientProvider>,
  )

describe('the Rack', () => {
  it('shows parts with their key figures and what is open', async () => {
    show()
    expect(await screen.findByRole('link', { name: 'Mist rail' })).toBeVisible()
    expect(screen.getByTitle('tube 15 × 1').parentElement).toHaveTextContent('987 mm · tube 15 × 1 · 386.0 g')
    expect(screen.getByText('✕ 2 open')).toBeVisible()
    expect(screen.getByText('2 of 2')).toBeVisible()
  })
  it('shows what is known, and what is being worked out or could not be', async () => {
    answers['parts?bin=no'] = {
      status: 200,
      body: {
        parts: [
          row('New part', { state: 'waiting', picture: null, figures: { blocking: 0 } }),
          row('Changed', { state: 'waiting', picture: 2 }),
          row('Hostile one', { state: 'failed', trouble: 'it took longer than 20 s', picture: null }),
        ],
      },
    }
    show()
    await screen.findByRole('link', { name: 'Changed' })
    const card = (name: string) => screen.getByRole('link', { name }).closest('li')!
    expect(card('New part')).toHaveTextContent('being worked out…')
    expect(card('Changed').querySelector('img')).toHaveAttribute(
      'src',
      expect.stringContaining('/revisions/2/'),
    )
    expect(card('Changed')).toHaveTextContent('being worked out…')
    expect(card('Hostile one')).toHaveTextContent('✕ not worked out: it took longer than 20 s')
    expect(card('Hostile one')).toHaveTextContent('no body to show')
    // It looks again by itself, and shows what came.
    answers['parts?bin=no'] = { status: 200, body: { parts: [row('Changed', { picture: 3 })] } }
    await waitFor(
      () =>
        expect(card('Changed').querySelector('img')).toHaveAttribute(
          'src',
          expect.stringContaining('/revisions/3/'),
        ),
      { timeout: 5000 },
    )
  })
  it('says so when the server answers what it cannot read', async () => {
    answers['parts?bin=no'] = { status: 200, body: { parts: [{ ...row('Odd'), figures: 'none' }] } }
    show()
    expect(await screen.findByText(/answered what this page cannot read.*figures/)).toBeVisible()
  })
  it('searches, and says when nothing matches', async () => {
    show()
    await screen.findByRole('link', { name: 'Mist rail' })
    fireEvent.change(screen.getByRole('searchbox', { name: 'Search parts' }), { target: { value: 'copper' } })
    expect(screen.queryByRole('link', { name: 'Pot hook' })).toBeNull()
    fireEvent.change(screen.getByRole('searchbox', { name: 'Search parts' }), {
      target: { value: 'granite' },
    })
    expect(screen.getByText('Nothing matches “granite”')).toBeVisible()
    fireEvent.click(screen.getByRole('button', { name: 'Show all' }))
    expect(screen.getByRole('link', { name: 'Pot hook' })).toBeVisible()
  })
  it('puts parts in the bin', async () => {
    answers['/bin'] = { status: 200, body: { done: true } }
    show()
    await screen.findByRole('link', { name: 'Mist rail' })
    fireEvent.click(screen.getByRole('button', { name: 'More for Mist rail' }))
    fireEvent.click(screen.getByRole('menuitem', { name: 'Put in the bin' }))
    await waitFor(() => expect(asked.some((a) => /^POST .*\/bin$/.test(a))).toBe(true))
  })
  it('says why it cannot be shown, and tries again', async () => {
    answers['parts?bin=no'] = {
      status: 500,
      body: { error: { code: 'server.bug', message: 'the disk is full' } },
    }
    show()
    expect(await screen.findByText('the disk is full')).toBeVisible()
    answers['parts?bin=no'] = { status: 200, body: { parts: [] } }
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
    expect(await screen.findByText('No parts yet')).toBeVisible()
  })
  it('is told from the bin', async () => {
    answers['parts?bin=yes'] = { status: 200, body: { parts: [] } }
    show(true)
    expect(await screen.findByText('The bin is empty')).toBeVisible()
    expect(screen.queryByRole('button', { name: 'New part' })).toBeNull()
  })
})

describe('bringing files in', () => {
  it('puts good ones on the Rack and tells each bad one by name', async () => {
    const part = STARTERS.hoop.make('Hoop')
    answers['/api/parts'] = {
      status: 201,
      body: { id: 'x', revision: 1, updatedAt: 1, binnedAt: null, part },
    }
    const refused: string[] = []
    const made: string[] = []
    await importFiles(
      [
        new File([writePart(part)], 'hoop.json'),
        new File(['{'], 'torn.json'),
        new File(['{"format":"x"}'], 'other.json'),
      ],
      (m) => refused.push(m),
      (n) => made.push(n),
    )
    expect(made).toEqual(['Hoop'])
    expect(refused).toEqual([
      expect.stringMatching(/^torn\.json: this is not JSON/),
      expect.stringMatching(/^other\.json: this is not a part: "format" reads "x"/),
    ])
  })
  it('tells when the server will not have one', async () => {
    answers['/api/parts'] = {
      status: 413,
      body: { error: { code: 'request.too-large', message: 'a request may have at most 4 MB' } },
    }
    const refused: string[] = []
    await importFiles(
      [new File([writePart(STARTERS.hoop.make('Hoop'))], 'big.json')],
      (m) => refused.push(m),
      () => undefined,
    )
    expect(refused).toEqual(['big.json: a request may have at most 4 MB'])
  })
})
