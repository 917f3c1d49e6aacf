import { act, fireEvent, screen } from '@testing-library/react'
import { beforeAll, describe, expect, it } from 'vitest'
import { MemoryRouter } from 'react-router'
import { STARTERS, type Part } from '@flexum/core/recipe'
import { partOf, selectionOf, type Session } from '../../bench/session.ts'
import { onBench, settled } from '../../../testing/bench.tsx'
import { RecipePanel } from './RecipePanel.tsx'
import { StationLine } from './StationLine.tsx'
import { StripPanel } from './strip/StripPanel.tsx'
import { TopLine } from './TopLine.tsx'

const hoop = STARTERS.hoop.make('Hoop')
const station = (name: string): HTMLElement => screen.getByRole('button', { name: new RegExp(`^${name}`) })

describe('the line of stations', () => {
  it('shows each key figure, what is open, and where one is', async () => {
    const { session } = await onBench(hoop, <StationLine />)
    expect(station('Path')).toHaveTextContent('665.664 · 2 bends')
    expect(station('Profile')).toHaveTextContent('tube 20 × 2')
    expect(station('Ends')).toHaveTextContent('2 square')
    expect(station('Check')).toHaveTextContent('nothing open')
    expect(station('Shop')).toHaveTextContent('cut 666')
    expect(station('Path')).toHaveAttribute('aria-current', 'step')
    fireEvent.click(station('Shop'))
    expect(selectionOf(session.store.getState())).toMatchObject({ station: 'shop', step: 'blank' })
  })
})

describe('the recipe', () => {
  it('sets steps aside, moves them where they can be built, and builds to a mark', async () => {
    const { session, refused } = await onBench(hoop, <RecipePanel />)
    const choose = (step: string, what: string): void => {
      fireEvent.click(screen.getByRole('button', { name: `More for ${step}` }))
      fireEvent.click(screen.getByRole('menuitem', { name: what }))
    }
    choose('Tube', 'Set aside')
    await settled()
    expect(screen.getByText('set aside')).toBeVisible()
    choose('Tube', 'Take back in')
    choose('Tube', 'Move up')
    expect(partOf(session.store.getState()).steps.map((s) => s.id)).toEqual([
      'profile',
      'path',
      'run',
      'blank',
    ])
    choose('Run', 'Move up')
    expect(refused).toEqual(['"Run" needs "Centre line" before it'])
    choose('Centre line', 'Build to here')
    await settled()
    expect(screen.getAllByText('not built')).toHaveLength(2)
    choose('Centre line', 'Build all')
    choose('Centre line', 'Remove')
    expect(refused.at(-1)).toMatch(/"Run" builds on "Centre line"/)
    choose('Blank', 'Rename')
    const field = screen.getByRole('textbox', { name: 'Name of the step' })
    fireEvent.change(field, { target: { value: 'Sawn bar' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(partOf(session.store.getState()).steps[3]!.name).toBe('Sawn bar')
  })
  it('adds steps that fit what is there', async () => {
    const { session } = await onBench(hoop, <RecipePanel />)
    fireEvent.click(screen.getByRole('button', { name: 'Add a step' }))
    fireEvent.click(screen.getByRole('menuitem', { name: 'Helix' }))
    expect(partOf(session.store.getState()).steps.at(-1)).toMatchObject({ kind: 'helix-path', turns: '5' })
  })
})

describe('what is drawn in a part without a run', () => {
  // jsdom opens no dialogs.
  beforeAll(() => {
    HTMLDialogElement.prototype.showModal ??= function (this: HTMLDialogElement) {
      this.open = true
    }
  })
  const names = (session: Session): string[] =>
    partOf(session.store.getState()).steps.map((s) => `${s.kind}: ${s.name}`)
  it.each([
    ['Draw a path', 'Draw a profile'],
    ['Draw a profile', 'Draw a path'],
  ])('is carried at once when both halves are there: %s, %s', async (first, second) => {
    const { session } = await onBench({ ...hoop, steps: [], variants: [] }, <RecipePanel />)
    const add = (what: string): void => {
      fireEvent.click(screen.getByRole('button', { name: 'Add a step' }))
      fireEvent.click(screen.getByRole('menuitem', { name: what }))
    }
    const draw = (): void => {
      fireEvent.click(screen.getByRole('button', { name: 'Draw' }))
    }
    add(first)
    expect(names(session)).toHaveLength(2)
    add(second)
    if (second === 'Draw a path') draw()
    const { steps } = partOf(session.store.getState())
    const run = steps.find((s) => s.kind === 'run')!
    expect(run.path).toBe(steps.find((s) => s.kind === 'sketch-path')!.id)
    expect(run.profile).toBe(steps.find((s) => s.kind === 'sketch-profile')!.id)
    expect(selectionOf(session.store.getState()).sheet).toBe(steps.findLast((s) => s.kind === 'sketch')!.id)
    act(() => session.undo())
    expect(names(session)).toHaveLength(2)
    // A path after other sheets is asked its plane, that of the last path being proposed.
    act(() => session.redo())
    add('Draw a path')
    expect(screen.getByRole('radio', { name: /^XZ, seen from the front ?as Path sketch$/ })).toBeChecked()
    fireEvent.click(screen.getByRole('radio', { name: /^YZ/ }))
    draw()
    expect(partOf(session.store.getState()).steps.filter((s) => s.kind === 'sketch')).toContainEqual(
      expect.objectContaining({ plane: { kind: 'yz', offset: '0' } }),
    )
    act(() => session.undo())
    act(() => session.undo())
    // A run that has its profile keeps it.
    act(() => session.redo())
    add('Draw a profile')
    const after = partOf(session.store.getState()).steps.filter((s) => s.kind === 'run')
    expect(after).toEqual([run])
  })
})

describe('the strip', () => {
  // jsdom lays nothing out; the strip asks how wide it is.
  beforeAll(() => {
    Object.defineProperty(SVGElement.prototype, 'clientWidth', { configurable: true, get: () => 900 })
  })
  it('draws zones to scale and lights up what is pointed at', async () => {
    const { session, container } = await onBench(hoop, <StripPanel />)
    const zones = [...container.querySelectorAll('[data-zone]')]
    expect(zones.map((z) => z.getAttribute('data-zone'))).toEqual([
      'straight',
      'bend',
      'straight',
      'bend',
      'straight',
      'offcut',
    ])
    const widths = zones.map((z) => Number(z.querySelector('rect')!.getAttribute('width')))
    expect(widths[2]! / widths[0]!).toBeCloseTo(220 / 160, 6)
    session.point({ segment: 1, station: 170 })
    await settled()
    expect(container.querySelectorAll('[data-lit]')).toHaveLength(1)
    expect(container.querySelector('[data-lit]')).toHaveAttribute('data-zone', 'bend')
  })
})

describe('the top line', () => {
  it('renames, undoes with the name of what is undone, and changes units', async () => {
    const { session } = await onBench(
      hoop,
      <MemoryRouter>
        <TopLine onPalette={() => undefined} onFile={() => undefined} />
      </MemoryRouter>,
    )
    expect(screen.getByRole('button', { name: 'Undo' })).toBeDisabled()
    fireEvent.click(screen.getByRole('button', { name: 'Name: Hoop. Rename' }))
    const field = screen.getByRole('textbox', { name: 'Name of the part' })
    fireEvent.change(field, { target: { value: 'Bench hoop' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(partOf(session.store.getState()).name).toBe('Bench hoop')
    fireEvent.click(screen.getByRole('button', { name: 'Undo: Rename' }))
    expect(partOf(session.store.getState()).name).toBe('Hoop')
    expect(screen.getByRole('button', { name: 'Redo: Rename' })).toBeEnabled()
    fireEvent.click(screen.getByRole('button', { name: 'Units: mm' }))
    fireEvent.click(screen.getByRole('menuitemradio', { name: 'in, 1/16' }))
    expect(partOf(session.store.getState()).units.length).toEqual({
      unit: 'in',
      style: { kind: 'fraction', denominator: 16 },
    })
    fireEvent.click(screen.getByRole('button', { name: 'Units: in, 1/16' }))
    fireEvent.click(screen.getByRole('menuitemradio', { name: 'masses in lb' }))
    expect(partOf(session.store.getState()).units.mass).toBe('lb')
  })
})

describe('the part that a run takes, on the strip', () => {
  const half: Part = {
    ...hoop,
    steps: hoop.steps.map((s) =>
      s.kind === 'run'
        ? { ...s, part: { from: { kind: 'percent', at: '25' }, to: { kind: 'length', at: '500' } } }
        : s,
    ),
  }
  it('is moved by keys, a hundredth of the path at a time, and undone as one', async () => {
    const { session } = await onBench(half, <StripPanel />)
    act(() => session.select({ station: 'run', step: 'run' }))
    await settled()
    const partTaken = () => {
      const run = partOf(session.store.getState()).steps.find((s) => s.kind === 'run')
      return run?.kind === 'run' ? run.part : undefined
    }
    const start = screen.getByRole('slider', { name: 'Start of the part, on the strip' })
    expect(start).toHaveAttribute('aria-valuenow', (0.25 * 665.664).toFixed(1))
    fireEvent.keyDown(start, { key: 'ArrowRight' })
    await settled()
    fireEvent.keyDown(start, { key: 'ArrowRight' })
    await settled()
    expect(partTaken()?.from).toEqual({ kind: 'percent', at: '27' })
    fireEvent.keyDown(screen.getByRole('slider', { name: 'End of the part, on the strip' }), {
      key: 'ArrowLeft',
    })
    await settled()
    expect(partTaken()?.to).toMatchObject({ kind: 'length', at: '493.3' })
    session.undo()
    session.undo()
    expect(partTaken()?.from).toEqual({ kind: 'percent', at: '25' })
  })
  it('has no handles while the path is worked on', async () => {
    const { session } = await onBench(half, <StripPanel />)
    act(() => session.select({ station: 'path' }))
    await settled()
    expect(screen.queryByRole('slider', { name: /of the part, on the strip/ })).toBeNull()
  })
})
