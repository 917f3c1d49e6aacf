import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { fireEvent, render, screen, within } from '@testing-library/react'
import { createMemoryRouter, RouterProvider } from 'react-router'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { STARTERS, type Part, setSource, takeSection } from '@flexum/core/recipe'
import type { LibraryRow } from '../../api/sections.ts'
import { onBench, settled } from '../../../testing/bench.tsx'
import { partOf } from '../../bench/session.ts'
import { Inspector } from '../bench/inspector/Inspector.tsx'
import { arrangeSections } from './arrange.ts'
import { ProfilesScreen } from './ProfilesScreen.tsx'

const row = (name: string, change: Partial<LibraryRow> & { kind?: 'stock' | 'drawn' } = {}): LibraryRow => ({
  id: `id-${name}`,
  name,
  version: 1,
  createdAt: 0,
  updatedAt: 0,
  binnedAt: null,
  tags: [],
  state: 'known',
  trouble: null,
  ...change,
  figures: {
    kind: change.kind ?? 'stock',
    summary: 'tube 20 × 2',
    width: 20,
    height: 20,
    area: 113.1,
    massPerMetre: 0.888,
    material: 'Mild steel',
    picture: '<svg xmlns="http://www.w3.org/2000/svg"/>',
  },
})
const hoop = STARTERS.hoop.make('Hoop')
const section = ((): Part => {
  const r = takeSection(hoop, 'profile', 'Tube 20')
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
})()

/** Answers by address and method, and what was asked for. */
let answers: Record<string, unknown>
let asked: { method: string; path: string; body: any }[]
beforeEach(() => {
  asked = []
  answers = { 'GET /api/catalogue/materials': { materials: [] }, 'GET /api/catalogue/stock': { stock: [] } }
  vi.stubGlobal('fetch', async (address: string | URL, init?: RequestInit) => {
    const { pathname, search } = new URL(String(address), 'http://here')
    const method = init?.method ?? 'GET'
    asked.push({
      method,
      path: pathname + search,
      body: typeof init?.body === 'string' ? JSON.parse(init.body) : undefined,
    })
    const found = answers[`${method} ${pathname}${search}`] ?? answers[`${method} ${pathname}`]
    return new Response(JSON.stringify(found ?? { error: { message: 'there is no such section' } }), {
      status: found ? 200 : 404,
      headers: { 'content-type': 'application/json' },
    })
  })
})

describe('the library', () => {
  const show = async (): Promise<void> => {
    const router = createMemoryRouter([{ path: '*', element: <ProfilesScreen /> }])
    render(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <RouterProvider router={router} />
      </QueryClientProvider>,
    )
    await settled()
  }
  it('shows sections with what they are worth, and finds them by words and kind', async () => {
    answers['GET /api/sections?bin=no'] = {
      sections: [row('Sill ogee', { tags: ['trim'], kind: 'drawn' }), row('Tube 20', { version: 3 })],
    }
    await show()
    const list = screen.getByRole('list', { name: 'Profiles' })
    expect(await within(list).findAllByRole('listitem')).toHaveLength(2)
    expect(list).toHaveTextContent('113.1 mm² · 0.8880 kg/m')
    expect(list).toHaveTextContent('version 3')
    fireEvent.change(screen.getByLabelText('Search profiles'), { target: { value: 'trim ogee' } })
    expect(within(list).getAllByRole('listitem')).toHaveLength(1)
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'stock' } })
    expect(screen.getByText('Nothing matches')).toBeVisible()
    fireEvent.click(screen.getByRole('button', { name: 'Show all' }))
    expect(within(list).getAllByRole('listitem')).toHaveLength(2)
  })
  it('puts sections in the bin, and says when there are none or they cannot be read', async () => {
    answers['GET /api/sections?bin=no'] = { sections: [row('Tube 20')] }
    answers['POST /api/sections/id-Tube%2020/bin'] = { ok: true }
    await show()
    fireEvent.click(screen.getByRole('button', { name: 'More for Tube 20' }))
    answers['GET /api/sections?bin=no'] = { sections: [] }
    fireEvent.click(screen.getByRole('menuitem', { name: 'Put in the bin' }))
    await settled()
    expect(asked.some((a) => a.method === 'POST' && a.path.endsWith('/bin'))).toBe(true)
    expect(screen.getByText('No profiles yet')).toBeVisible()
    fireEvent.click(screen.getByRole('button', { name: 'Binned profiles' }))
    await settled()
    expect(screen.getByText('Profiles cannot be shown')).toBeVisible()
  })
  it('shows what is being worked out, and what could not be', async () => {
    answers['GET /api/sections?bin=no'] = {
      sections: [
        { ...row('New one'), figures: null, state: 'waiting' },
        { ...row('Thick tube'), figures: null, state: 'failed', trouble: 'a wall of 12 leaves no hollow' },
      ],
    }
    await show()
    const list = screen.getByRole('list', { name: 'Profiles' })
    expect(await within(list).findAllByRole('listitem')).toHaveLength(2)
    expect(list).toHaveTextContent('being worked out…')
    expect(list).toHaveTextContent('a wall of 12 leaves no hollow')
  })
  it('arranges by every word', () => {
    const rows = [row('Bay cornice'), row('Tube 20', { tags: ['bay', 'loop'] })]
    expect(arrangeSections(rows, 'bay', 'all')).toHaveLength(2)
    expect(arrangeSections(rows, 'bay steel loop', 'all').map((r) => r.name)).toEqual(['Tube 20'])
  })
  it('arranges by the larger side', () => {
    const rows = [row('Tube 20')]
    const { width, height } = rows[0]!.figures!
    const side = Math.max(width, height)
    expect(arrangeSections(rows, '', 'all', { from: side, to: side })).toHaveLength(1)
    expect(arrangeSections(rows, '', 'all', { from: side + 0.1 })).toHaveLength(0)
    expect(arrangeSections(rows, '', 'all', { to: side - 0.1 })).toHaveLength(0)
  })
})

describe('on the Bench', () => {
  const onProfile = async () => {
    const shown = await onBench(hoop, <Inspector />)
    shown.session.select({ station: 'profile', step: 'profile' })
    await settled()
    return shown.session
  }
  const dialogs = (): void => {
    // The page's own dialogs are not there without a browser.
    HTMLDialogElement.prototype.showModal = function show() {
      this.open = true
    }
    HTMLDialogElement.prototype.close = function close() {
      this.open = false
    }
  }
  it('saves a section with its name and tags, and remembers which it is', async () => {
    dialogs()
    answers['GET /api/sections?bin=no'] = { sections: [] }
    answers['POST /api/sections'] = { id: 'id-1', version: 1 }
    const session = await onProfile()
    fireEvent.click(screen.getByRole('button', { name: 'Save to Profiles…' }))
    fireEvent.change(screen.getByLabelText('Section name'), { target: { value: 'Tube 20' } })
    fireEvent.change(screen.getByLabelText('Tags, with commas between'), {
      target: { value: 'hoop, , bench' },
    })
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    await settled()
    const sent = asked.find((a) => a.method === 'POST')!.body
    expect(sent.tags).toEqual(['hoop', 'bench'])
    expect(sent.section).toMatchObject({ name: 'Tube 20', steps: [{ kind: 'stock-profile' }] })
    expect(partOf(session.store.getState()).steps[1]).toMatchObject({
      source: { section: 'id-1', version: 1 },
    })
  })
  it('takes one from the library in place of its own', async () => {
    dialogs()
    answers['GET /api/sections?bin=no'] = { sections: [row('Tube 20', { id: 'id-1' })] }
    answers['GET /api/sections/id-1'] = { id: 'id-1', version: 1, newest: 1, section }
    const session = await onProfile()
    fireEvent.click(screen.getByRole('button', { name: 'From Profiles…' }))
    const list = screen.getByRole('list', { name: 'Profiles to take', hidden: true })
    fireEvent.click(await within(list).findByRole('button', { name: /Tube 20/, hidden: true }))
    const profile = () => partOf(session.store.getState()).steps.find((s) => s.id === 'profile')
    await vi.waitFor(() =>
      expect(profile()).toMatchObject({ source: { section: 'id-1', version: 1 }, name: 'Tube' }),
    )
    expect(partOf(session.store.getState()).steps.find((s) => s.kind === 'run')).toMatchObject({
      profile: 'profile',
    })
  })
  it('keeps the version it took, tells of a newer one, and takes it when told to', async () => {
    const thick = {
      ...section,
      steps: section.steps.map((s) =>
        s.kind === 'stock-profile' ? { ...s, sizes: { diameter: '20', wall: '3' } } : s,
      ),
    }
    answers['GET /api/sections?bin=no'] = { sections: [row('Tube 20', { id: 'id-1', version: 2 })] }
    answers['GET /api/sections/id-1'] = { id: 'id-1', version: 2, newest: 2, section: thick }
    const session = await onProfile()
    session.run(setSource, { step: 'profile', source: { section: 'id-1', version: 1 } }, { label: 'Taken' })
    const profile = () => partOf(session.store.getState()).steps.find((s) => s.id === 'profile')
    fireEvent.click(await screen.findByRole('button', { name: 'Use version 2' }))
    await vi.waitFor(() => expect(profile()).toMatchObject({ sizes: { wall: '3' }, source: { version: 2 } }))
    session.undo()
    expect(profile()).toMatchObject({ sizes: { wall: '2' }, source: { version: 1 } })
  })
})
