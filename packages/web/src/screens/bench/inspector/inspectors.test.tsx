import { fireEvent, screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import {
  emptyPart,
  STARTERS,
  type BlankStep,
  type Part,
  type RunStep,
  type StockProfileStep,
} from '@flexum/core/recipe'
import { partOf } from '../../../bench/session.ts'
import { onBench, settled } from '../../../../testing/bench.tsx'
import { Inspector } from './Inspector.tsx'

const hoop = STARTERS.hoop.make('Hoop')
const enter = (field: HTMLElement, text: string): void => {
  field.focus()
  fireEvent.change(field, { target: { value: text } })
  fireEvent.blur(field)
}
const figure = (label: string): string => screen.getByText(label).nextElementSibling!.textContent

const catalogue = {
  sections: [],
  materials: [{ id: 'cu', name: 'Copper', density: 8900, look: 'copper', price: 11 }],
  stock: [
    {
      id: 't15',
      name: 'Copper tube 15 × 1',
      shape: 'tube',
      sizes: { diameter: 15, wall: 1 },
      materialId: 'cu',
      barLengths: [3000],
      remnants: [],
    },
  ],
}
beforeEach(() => {
  vi.stubGlobal(
    'fetch',
    async () => new Response(JSON.stringify(catalogue), { headers: { 'content-type': 'application/json' } }),
  )
})

describe('profile', () => {
  it('shows the section’s worth, and takes shape, sizes and material', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'profile', step: 'profile' })
    await settled()
    const step = (): StockProfileStep => partOf(session.store.getState()).steps[1] as StockProfileStep
    expect(figure('Area')).toBe(`${((Math.PI / 4) * (400 - 256)).toFixed(2)} mm²`)
    expect(screen.getByRole('img', { name: 'The section to scale' })).toBeVisible()
    enter(screen.getByLabelText('Wall'), '1.5')
    await settled()
    expect(figure('Area')).toBe(`${((Math.PI / 4) * (400 - 289)).toFixed(2)} mm²`)
    fireEvent.change(screen.getByLabelText('Shape'), { target: { value: 'flat' } })
    await settled()
    expect(step().sizes).toEqual({ width: '20', thickness: '3' })
    expect(figure('Ix')).toBe('45.00 mm⁴')
  })
  it('does not offer to make hollow what is a tube, and tells pounds a foot with inches', async () => {
    const inches: Part = {
      ...hoop,
      units: { length: { unit: 'in', style: { kind: 'decimal', places: 4 } }, mass: 'lb' },
    }
    const { session } = await onBench(inches, <Inspector />)
    session.select({ station: 'profile', step: 'profile' })
    await settled()
    expect(screen.queryByRole('option', { name: 'hollow, wall in' })).toBeNull()
    const kgPerM = (Math.PI / 4) * (400 - 256) * 1e-6 * 7850
    expect(figure('Mass per length')).toBe(`${((kgPerM / 0.45359237) * 0.3048).toPrecision(4)} lb/ft`)
    fireEvent.change(screen.getByLabelText('Shape'), { target: { value: 'round-bar' } })
    await settled()
    expect(screen.getByRole('option', { name: 'hollow, wall in' })).toBeInTheDocument()
  })
  it('shows principal axes and extreme fibres, takes a wall, and stands beside another section', async () => {
    const bar = {
      ...(hoop.steps[1] as StockProfileStep),
      id: 'bar',
      name: 'Bar',
      shape: 'square-bar',
      sizes: { side: '20', corner: '0' },
    } as const
    const part: Part = { ...hoop, steps: [hoop.steps[0]!, bar, ...hoop.steps.slice(1)] }
    const { session } = await onBench(part, <Inspector />)
    session.select({ station: 'profile', step: 'profile' })
    await settled()
    expect(figure('Axis of I1')).toBe('all axes alike')
    fireEvent.change(screen.getByLabelText('Compare with'), { target: { value: 'bar' } })
    const table = screen.getByRole('table', { name: 'Compared with Bar' })
    const ratio = 400 / ((Math.PI / 4) * (400 - 256))
    expect(within(table).getByRole('row', { name: /^Area/ })).toHaveTextContent(`${ratio.toFixed(3)} ×`)
    fireEvent.change(screen.getByLabelText('Compare with'), { target: { value: '' } })
    fireEvent.change(screen.getByLabelText('Shape'), { target: { value: 'angle' } })
    await settled()
    enter(screen.getByLabelText('Width'), '30')
    enter(screen.getByLabelText('Height'), '30')
    await settled()
    expect(Math.abs(Number.parseFloat(figure('Axis of I1')))).toBe(45)
    // Heavier at its corner: the furthest fibres are out on the legs.
    const [left, right] = figure('Furthest left, right').split(', ').map(Number)
    expect(left! + right!).toBeCloseTo(30, 2)
    expect(right!).toBeGreaterThan(left!)
    fireEvent.change(screen.getByLabelText('Material lies'), { target: { value: 'in' } })
    await settled()
    expect(partOf(session.store.getState()).steps.find((s) => s.id === 'profile')).toMatchObject({
      wall: { side: 'in', thickness: '1' },
    })
    enter(screen.getByLabelText('Wall thickness'), '9')
    await settled()
    expect(screen.getAllByText(/cannot be made hollow: a wall of 9 mm leaves no/)).toHaveLength(2)
  })
  it('fills everything from a stock bar, as one step to undo', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'profile', step: 'profile' })
    await settled()
    await screen.findByRole('option', { name: 'Copper tube 15 × 1' })
    await screen.findByRole('option', { name: 'Copper' })
    fireEvent.change(screen.getByLabelText('From stock'), { target: { value: 't15' } })
    await settled()
    expect(partOf(session.store.getState()).steps[1]).toMatchObject({
      name: 'Copper tube 15 × 1',
      shape: 'tube',
      sizes: { diameter: '15', wall: '1' },
      material: { name: 'Copper', density: '8900 kg/m3', look: 'copper' },
    })
    session.undo()
    expect(partOf(session.store.getState())).toBe(hoop)
  })
  it('says what does not fit', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'profile', step: 'profile' })
    await settled()
    enter(screen.getByLabelText('Wall'), '12')
    await settled()
    expect(screen.getByText(/a wall of 12 mm leaves no hollow; it must be below 10 mm/)).toBeVisible()
  })
})

describe('run', () => {
  it('places the section and shows volume and mass', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'run', step: 'run' })
    await settled()
    const length = 2 * 160 + 220 + 40 * Math.PI
    const volume = (Math.PI / 4) * (400 - 256) * length
    expect(figure('Volume')).toBe(`${volume.toFixed(2)} mm³`)
    expect(figure('Mass')).toBe(`${(volume * 7.85e-3).toPrecision(4)} g`)
    fireEvent.click(screen.getByRole('radio', { name: 'right' }))
    fireEvent.click(screen.getByRole('checkbox', { name: 'Flipped left to right' }))
    enter(screen.getByLabelText('Clock angle'), '30')
    await settled()
    expect(partOf(session.store.getState()).steps[2] as RunStep).toMatchObject({
      anchor: 'right',
      flip: true,
      clock: '30',
    })
    expect(screen.getByLabelText('Clock angle')).toHaveValue('30°')
    expect(figure('By')).toBe('theorem')
  })
})

describe('shop', () => {
  it('gives the bend table, and a cut length by neutral line, allowances and rounding', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'shop', step: 'blank' })
    await settled()
    const rows = within(screen.getByRole('table', { name: 'Bend table' })).getAllByRole('row')
    expect(rows.map((r) => [...r.querySelectorAll('td')].map((c) => c.textContent)).slice(1)).toEqual([
      ['1', '160.000', '0.00°', '90.00°', '40.000'],
      ['2', '220.000', '0.00°', '90.00°', '40.000'],
      ['end', '160.000', ''],
    ])
    enter(screen.getByLabelText('Neutral line, share of depth'), '0.45')
    enter(screen.getByLabelText('Allowance at the end'), '15')
    enter(screen.getByLabelText('Round up to'), '5')
    await settled()
    const developed = 540 + 39 * Math.PI
    expect(figure('Developed length')).toBe(`${developed.toFixed(3)} mm`)
    expect(figure('Cut length')).toBe(`${(Math.ceil((developed + 15) / 5) * 5).toFixed(3)} mm`)
    expect((partOf(session.store.getState()).steps[3] as BlankStep).roundUp).toBe('5')
  })
  it('says why there is no bend table', async () => {
    const { session } = await onBench(STARTERS.spring.make('Spring'), <Inspector />)
    session.select({ station: 'shop' })
    await settled()
    expect(screen.getByText(/a helix is not bendable in this form/)).toBeVisible()
  })
})

describe('values', () => {
  const named: Part = {
    ...hoop,
    values: [{ id: 'v1', name: 'rise', dimension: 'length', formula: '200' }],
    variants: [{ id: 'w1', name: 'Tall', overrides: { rise: '300' } }],
    steps: hoop.steps.map((s) =>
      s.kind === 'node-path'
        ? { ...s, nodes: s.nodes.map((n) => (n.z === '200' ? { ...n, z: 'rise' } : n)) }
        : s,
    ),
  }
  it('are named, renamed everywhere, counted, and kept while they are used', async () => {
    const { session, refused } = await onBench(named, <Inspector />)
    session.select({ station: 'values' })
    await settled()
    expect(screen.getByText('used 2 times')).toBeVisible()
    enter(screen.getByRole('textbox', { name: 'Name of rise' }), 'height')
    await settled()
    expect(JSON.stringify(partOf(session.store.getState()).steps[0])).toContain('"z":"height"')
    fireEvent.click(screen.getByRole('button', { name: 'Remove height' }))
    expect(refused).toEqual(['2 formula(s) use "height"; change those first'])
    fireEvent.click(screen.getByRole('button', { name: 'Add a value' }))
    expect(partOf(session.store.getState()).values.map((v) => v.name)).toEqual(['height', 'value2'])
    enter(screen.getByRole('textbox', { name: 'Name of value2' }), 'sin')
    expect(refused.at(-1)).toMatch(/"sin" is a function/)
  })
  it('have variants with values of their own', async () => {
    const { session } = await onBench(named, <Inspector />)
    session.select({ station: 'values' })
    await settled()
    enter(screen.getByRole('textbox', { name: 'rise in Tall' }), '320')
    expect(partOf(session.store.getState()).variants[0]!.overrides).toEqual({ rise: '320' })
    enter(screen.getByRole('textbox', { name: 'rise in Tall' }), '')
    expect(partOf(session.store.getState()).variants[0]!.overrides).toEqual({})
    fireEvent.click(screen.getByRole('button', { name: 'Add a variant' }))
    expect(partOf(session.store.getState()).variants).toHaveLength(2)
  })
})

describe('check, ends and fit', () => {
  it('list what is open, and go there', async () => {
    const broken: Part = {
      ...hoop,
      steps: hoop.steps.map((s) =>
        s.kind === 'stock-profile' ? { ...s, sizes: { diameter: '90', wall: '2' } } : s,
      ),
    }
    const { session } = await onBench(broken, <Inspector />)
    session.select({ station: 'check' })
    await settled()
    expect(screen.getByText('2 open')).toBeVisible()
    expect(screen.getAllByText(/is tighter than the section/)).toHaveLength(2)
    fireEvent.click(screen.getAllByRole('button', { name: 'Show' })[0]!)
    // The middle of the bend that folds.
    expect(session.store.getState().focus?.station).toBeCloseTo(160 + (20 * Math.PI) / 2, 9)
  })
  it('say what there is and what there is not', async () => {
    const { session } = await onBench(hoop, <Inspector />)
    session.select({ station: 'ends' })
    await settled()
    expect(figure('Start at')).toBe('0.000  0.000  0.000')
    session.select({ station: 'fit' })
    await settled()
    expect(screen.getByText('No bodies here')).toBeVisible()
  })
  it('an empty part says how to begin at every station', async () => {
    const { session } = await onBench(emptyPart('New'), <Inspector />)
    for (const [station, words] of [
      ['path', 'No path yet'],
      ['profile', 'No profile yet'],
      ['run', 'No run yet'],
      ['shop', 'Nothing for the shop yet'],
      ['ends', 'No ends yet'],
    ] as const) {
      session.select({ station, step: null })
      await settled()
      expect(screen.getByText(words)).toBeVisible()
    }
    session.select({ station: 'path' })
    await settled()
    fireEvent.click(screen.getByRole('button', { name: 'Through nodes' }))
    await settled()
    expect(figure('Path length')).toBe('200.000 mm')
  })
})
