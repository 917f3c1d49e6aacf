import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import {
  nodeEntry,
  STARTERS,
  type Part,
  type SketchPathStep,
  type SketchProfileStep,
  type SketchStep,
  type Step,
} from '@flexum/core/recipe'
import { onBench, settled } from '../../../../testing/bench.tsx'
import { partOf, selectionOf } from '../../../bench/session.ts'
import { Inspector } from './Inspector.tsx'

const pt = (id: string, x: number, y: number) => ({ kind: 'point', id, x, y }) as const
const line = (id: string, from: string, to: string) => ({ kind: 'line', id, from, to }) as const
const sketch: SketchStep = {
  id: 'sketch',
  kind: 'sketch',
  name: 'Drawing',
  aside: false,
  plane: { kind: 'xz', offset: '0' },
  entities: [
    pt('a', 0, 0),
    pt('b', 60, 0),
    pt('c', 60, 40),
    pt('d', 0, 40),
    pt('e', 20, 0),
    pt('f', 20, 40),
    line('l1', 'a', 'b'),
    line('l2', 'b', 'c'),
    line('l3', 'c', 'd'),
    line('l4', 'd', 'a'),
    { ...line('l5', 'e', 'f'), guide: true },
  ],
  constraints: [
    {
      kind: 'dimension',
      id: 'k1',
      name: 'wide',
      measured: { of: 'distance', a: 'a', b: 'b' },
      role: 'driving',
      formula: '60',
      side: 1,
      held: false,
      plus: '',
      minus: '',
      place: [0, -8],
    },
  ],
}
const drawn = STARTERS.drawn.make('Frame')
const withSteps = (...steps: Step[]): Part => ({ ...drawn, steps })

describe('a sketch in the recipe', () => {
  it('shows its state and dimensions, takes a plane, and opens the sheet', async () => {
    const bent: Step = {
      id: 'rail',
      kind: 'node-path',
      name: 'Rail',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '90', '0', '0', '10'),
        nodeEntry('n3', '90', '0', '70'),
      ],
    }
    const { session } = await onBench(withSteps(bent, sketch), <Inspector />)
    session.select({ station: 'path', step: 'sketch', node: null })
    await settled()
    const step = (): SketchStep => partOf(session.store.getState()).steps[1] as SketchStep
    expect(screen.getByText('Closed regions').nextElementSibling).toHaveTextContent('1')
    const wide = screen.getByLabelText('Length wide')
    wide.focus()
    fireEvent.change(wide, { target: { value: '90' } })
    fireEvent.blur(wide)
    await settled()
    expect(step().constraints[0]).toMatchObject({ formula: '90' })
    fireEvent.change(screen.getByLabelText('Lies on'), { target: { value: 'square' } })
    await settled()
    expect(step().plane).toEqual({ kind: 'square', path: 'rail', station: '0' })
    const station = screen.getByLabelText('At station')
    station.focus()
    fireEvent.change(station, { target: { value: '500' } })
    fireEvent.blur(station)
    await settled()
    expect(screen.getByText(/stands at 500 mm, and the path is 155\.7\d* mm long/)).toBeVisible()
    fireEvent.change(screen.getByLabelText('Lies on'), { target: { value: 'nodes' } })
    await settled()
    expect(step().plane).toEqual({ kind: 'nodes', path: 'rail', nodes: ['n1', 'n2', 'n3'] })
    fireEvent.change(screen.getByLabelText('Third node'), { target: { value: 'n1' } })
    await settled()
    expect(screen.getByText(/lie on one line/)).toBeVisible()
    fireEvent.click(screen.getByRole('button', { name: 'Open the sheet' }))
    expect(selectionOf(session.store.getState()).sheet).toBe('sketch')
  })
})

describe('a path of a sketch', () => {
  it('takes its curves, start and direction from the drawing', async () => {
    const path: SketchPathStep = { ...(drawn.steps[1] as SketchPathStep) }
    const { session } = await onBench(withSteps(sketch, path), <Inspector />)
    session.select({ station: 'path', step: 'path', node: null })
    await settled()
    const step = (): SketchPathStep => partOf(session.store.getState()).steps[1] as SketchPathStep
    const length = (): string => screen.getByText('Path length').nextElementSibling!.textContent
    expect(length()).toBe('200.000 mm')
    const map = screen.getByRole('group', { name: 'Curves of the path' })
    fireEvent.click(within(map).getByRole('checkbox', { name: 'line 4' }))
    await settled()
    expect(step().curves).toEqual(['l1', 'l2', 'l3'])
    expect(length()).toBe('160.000 mm')
    fireEvent.change(screen.getByLabelText('Starts at'), { target: { value: 'd' } })
    fireEvent.click(screen.getByRole('button', { name: 'Reverse' }))
    await settled()
    expect(step()).toMatchObject({ start: 'd', reversed: true })
  })
})

describe('a profile of a sketch', () => {
  it('takes regions, and goes into the run with one press', async () => {
    const split: SketchStep = {
      ...sketch,
      entities: sketch.entities.map((e) => (e.id === 'l5' ? line('l5', 'e', 'f') : e)),
    }
    const taken: SketchProfileStep = {
      id: 'own',
      kind: 'sketch-profile',
      name: 'Own section',
      aside: false,
      sketch: 'sketch',
      regions: [],
      material: { name: 'Brass', density: '8.5', look: 'brass' },
    }
    const straight = STARTERS.straight.make('Bar')
    const part = { ...straight, steps: [split, taken, ...straight.steps] }
    const { session } = await onBench(part, <Inspector />)
    session.select({ station: 'profile', step: 'own' })
    await settled()
    const area = (): string => screen.getByText('Area').nextElementSibling!.textContent
    // The largest region by itself: 40 by 40 of the 60.
    expect(area()).toBe('1600.00 mm²')
    const map = screen.getByRole('group', { name: 'Regions of the profile' })
    fireEvent.click(within(map).getByRole('checkbox', { name: 'Region 1' }))
    await settled()
    expect(area()).toBe('2400.00 mm²')
    fireEvent.click(screen.getByRole('button', { name: 'Use in Run' }))
    await settled()
    expect(partOf(session.store.getState()).steps.find((s) => s.kind === 'run')).toMatchObject({
      profile: 'own',
    })
    expect(screen.queryByRole('button', { name: 'Use in Run' })).toBeNull()
  })
})
