import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as catalogue from '../../api/catalogue.ts'
import { barOf, entryOfBar, entryOfMaterial, materialOf, massPerMetre, readLengths } from './entry.ts'
import { BENDER_SIZES } from '@flexum/core/recipe'
import { benderOf, entryOfBender } from './bender-entry.ts'
import { entryOfForming, formingOf, readRows } from './forming-entry.ts'
import { StockScreen } from './StockScreen.tsx'

vi.mock('../../api/catalogue.ts')

const steel = { id: 'ms', name: 'Mild steel', density: 7850, look: 'steel', price: 2 } as const
const bar = {
  id: 'rb10',
  name: 'Round 10',
  shape: 'round-bar',
  sizes: { diameter: 10 },
  materialId: 'ms',
  barLengths: [3000, 6000],
  remnants: [],
  forming: null,
} as const

describe('entries of the tables', () => {
  it('read lengths with units, and say what is none', () => {
    expect(readLengths('3000, 6 m; 20 ft')).toEqual({ ok: true, value: [3000, 6000, 6096] })
    const refusal = (text: string) => {
      const read = readLengths(text)
      return read.ok ? 'none' : read.fault.message
    }
    expect(refusal(' ')).toContain('at least one')
    expect(refusal('3000, -5')).toContain('-5')
    expect(refusal('3 kg')).toContain('mass')
  })
  it('come back as they were', () => {
    const cornice = {
      ...bar,
      shape: 'cornice',
      sizes: { face: 90, thickness: 12, spring: Math.PI / 5 },
    } as const
    const back = barOf(cornice.id, entryOfBar(cornice))
    expect(back.sizes['spring']).toBeCloseTo(Math.PI / 5, 12)
    expect({ ...back, sizes: {} }).toEqual({ ...cornice, sizes: {} })
    expect(materialOf('ms', entryOfMaterial(steel))).toEqual(steel)
    expect(materialOf('ms', { ...entryOfMaterial(steel), density: '8.9 g/cm3' }).density).toBe(8900)
  })
  it('of how a stock bends come back as they were', () => {
    const forming = {
      rules: {
        smallest: 30,
        strain: 0.3,
        thinning: 0.2,
        ovality: 0.1,
        ovalityFactor: 0.05,
        strength: 70,
        stiffness: 120,
      },
      shares: [
        { ratio: 2, share: 0.44 },
        { ratio: 6, share: 0.5 },
      ],
      trials: [{ radius: 45, set: Math.PI / 2.9, got: Math.PI / 3 }],
    }
    const back = formingOf(entryOfForming(forming))!
    expect({ ...back, trials: [] }).toEqual({ ...forming, trials: [] })
    expect(back.trials[0]!.set).toBeCloseTo(Math.PI / 2.9, 7)
    expect(formingOf(entryOfForming(null))).toBeNull()
    const columns = [
      ['radius', 'length'],
      ['set', 'angle'],
      ['got', 'angle'],
    ] as const
    const refusal = (text: string) => {
      const read = readRows(text, columns)
      return read.ok ? 'none' : read.fault.message
    }
    expect(refusal('40 92 90\n\n40, 31, 30')).toBe('none')
    expect(refusal('40 92 90\n40 31')).toBe('line 2 has 2 figures; radius, set, got are needed')
    expect(refusal('40 92 0')).toContain('line 1')
    expect(refusal('40 92 x')).toContain('line 1')
  })
  it('of a bender come back as they were', () => {
    const bender = {
      id: 'b',
      name: 'B',
      bothHands: true,
      dies: [30, 40.5],
      sizes: Object.fromEntries(Object.entries(BENDER_SIZES).map(([n], i) => [n, i + 0.5])),
    } as unknown as catalogue.BenderOfTable
    const back = benderOf('b', entryOfBender(bender))
    for (const [n, v] of Object.entries(bender.sizes))
      expect(back.sizes[n as keyof typeof back.sizes]).toBeCloseTo(v, 6)
    expect({ ...back, sizes: {} }).toEqual({ ...bender, sizes: {} })
    expect(benderOf('n', { ...entryOfBender(undefined), name: 'N' }).sizes.mostAngle).toBeCloseTo(Math.PI, 9)
  })
  it('weigh a metre by section and density', () => {
    expect(massPerMetre(bar, steel)).toBeCloseTo(Math.PI * 25e-6 * 7850, 12)
    expect(massPerMetre(bar, undefined)).toBeUndefined()
  })
})

describe('the Stock screen', () => {
  beforeEach(() => {
    vi.mocked(catalogue.fetchStock).mockResolvedValue([bar])
    vi.mocked(catalogue.fetchMaterials).mockResolvedValue([steel])
    vi.mocked(catalogue.fetchBenders).mockResolvedValue([])
    // jsdom has no modal dialogs.
    HTMLDialogElement.prototype.showModal = function () {
      this.open = true
    }
    render(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <MemoryRouter>
          <StockScreen />
        </MemoryRouter>
      </QueryClientProvider>,
    )
  })
  afterEach(() => {
    cleanup()
    vi.resetAllMocks()
  })

  it('lists bars with section, material, mass and lengths', async () => {
    const row = (await screen.findByText('Round 10')).closest('tr')!
    expect(within(row).getByText('round bar 10')).toBeTruthy()
    expect(within(row).getByText('0.6165')).toBeTruthy()
    expect(within(row).getByText('3000, 6000')).toBeTruthy()
  })
  it('says beside the field what cannot be, and keeps what can', async () => {
    fireEvent.click(await screen.findByRole('button', { name: 'Change Round 10' }))
    const diameter = screen.getByRole('textbox', { name: 'Outside diameter, mm' })
    fireEvent.change(diameter, { target: { value: '12 kg' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect((await screen.findByRole('alert')).textContent).toMatch(/mass.*length/)
    fireEvent.change(diameter, { target: { value: '-3' } })
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('above 0'))
    fireEvent.change(diameter, { target: { value: '1/2 in' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => expect(catalogue.putStock).toHaveBeenCalled())
    expect(vi.mocked(catalogue.putStock).mock.calls[0]![0]).toEqual({ ...bar, sizes: { diameter: 12.7 } })
  })
  it('enters the field that cannot be as soon as it says so, and does not call back from another', async () => {
    fireEvent.click(await screen.findByRole('button', { name: 'Change Round 10' }))
    const diameter = screen.getByRole('textbox', { name: 'Outside diameter, mm' })
    fireEvent.change(diameter, { target: { value: '12 kg' } })
    const entered: (Element | null)[] = []
    const watching = new MutationObserver(() => {
      if (!screen.queryByRole('alert') || entered.length > 0) return
      entered.push(document.activeElement)
      screen.getByRole('textbox', { name: 'Name' }).focus()
    })
    watching.observe(document.body, { subtree: true, childList: true })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    await screen.findByRole('alert')
    await new Promise((soon) => setTimeout(soon, 20))
    watching.disconnect()
    expect(entered).toEqual([diameter])
    expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'Name' }))
  })
  it('shows what the server refuses', async () => {
    vi.mocked(catalogue.putMaterial).mockRejectedValue(
      new Error('there is a material called “Brass” already'),
    )
    fireEvent.click(await screen.findByRole('button', { name: 'Add a material' }))
    fireEvent.change(screen.getByRole('textbox', { name: 'Name' }), { target: { value: 'Brass' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect((await screen.findByText(/Not kept/)).textContent).toContain('already')
  })
  it('takes rows out', async () => {
    fireEvent.click(await screen.findByRole('button', { name: 'Take out Round 10' }))
    await waitFor(() => expect(vi.mocked(catalogue.removeStock).mock.calls[0]![0]).toBe('rb10'))
  })
})
