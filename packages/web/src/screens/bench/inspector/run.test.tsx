import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { STARTERS, type Part, type RunStep } from '@flexum/core/recipe'
import { onBench, settled } from '../../../../testing/bench.tsx'
import { partOf, selectionOf, type Session } from '../../../bench/session.ts'
import { Inspector } from './Inspector.tsx'

const hoop = STARTERS.hoop.make('Hoop')
const runOf = (session: Session): RunStep =>
  partOf(session.store.getState()).steps.find((s): s is RunStep => s.kind === 'run')!
const choose = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByRole('combobox', { name: label }), { target: { value } })
}
const enter = (label: string, text: string): void => {
  const field = screen.getByLabelText(label)
  fireEvent.focus(field)
  fireEvent.change(field, { target: { value: text } })
  fireEvent.blur(field)
}
async function open(part: Part, station: 'run' | 'ends'): Promise<Session> {
  const { session } = await onBench(part, <Inspector />)
  session.select({ station, step: 'run' })
  await settled()
  return session
}

describe('how a run goes along its path', () => {
  it('leans up to a direction that is chosen or typed', async () => {
    const session = await open(hoop, 'run')
    choose('Turning', 'upright')
    await settled()
    choose('Up leans', 'own')
    await settled()
    enter('Direction x', '1')
    await settled()
    expect(runOf(session)).toMatchObject({ turning: 'upright', up: { x: '1', y: '1', z: '1' } })
    choose('Up leans', 'y')
    expect(runOf(session).up).toEqual({ x: '0', y: '1', z: '0' })
  })
  it('is compared, and a click takes a turning', async () => {
    const session = await open(hoop, 'run')
    fireEvent.click(screen.getByRole('button', { name: 'Compare the turnings' }))
    const cards = await screen.findAllByRole('button', { name: /^(Square|Upright|Fixed)/ })
    expect(cards.map((c) => c.getAttribute('aria-pressed'))).toEqual(['true', 'false', 'false'])
    fireEvent.click(cards[2]!)
    await settled()
    expect(runOf(session).turning).toBe('fixed')
  })
  it('says as it is typed what is wrong with a formula along it, and draws those that are right', async () => {
    const session = await open(hoop, 'run')
    choose('Twist', 'formula')
    await settled()
    const field = screen.getByLabelText('Twist by t and s')
    fireEvent.focus(field)
    fireEvent.change(field, { target: { value: '90 deg * t * u' } })
    expect(screen.getByText(/✕ at t = 0.00: "u" is not the name of a value/)).toBeVisible()
    fireEvent.change(field, { target: { value: '90 deg * t' } })
    expect(screen.getByRole('img', { name: /Twist by t and s along the run: from 0° to 90°/ })).toBeVisible()
    fireEvent.blur(field)
    await settled()
    expect(runOf(session).twist).toEqual({ kind: 'formula', formula: '90 deg * t' })
    expect(screen.getByText('Roll at the end').nextElementSibling).toHaveTextContent('90.00°')
  })
  it('shapes a size, and leaves it again', async () => {
    const session = await open(hoop, 'run')
    choose('Shape a size', 'sizes/wall')
    await settled()
    enter('Wall by t and s', '2 mm + t * 1 mm')
    await settled()
    expect(runOf(session).shaping).toMatchObject([{ field: 'sizes/wall', dimension: 'length' }])
    await waitFor(() =>
      expect(screen.getByText('Against area × length').nextElementSibling).toHaveTextContent(/^12\d\.\d\d %/),
    )
    fireEvent.click(screen.getByRole('button', { name: 'Leave wall the same' }))
    expect(runOf(session).shaping).toBeUndefined()
  })
  it('takes part of its path, by what is chosen on either side', async () => {
    const session = await open(hoop, 'run')
    choose('Takes', 'part')
    await settled()
    choose('Starts', 'node')
    await settled()
    choose('Node', 'n2')
    await settled()
    choose('Ends', 'length')
    await settled()
    enter("Ends at, from the path's start", '400')
    await settled()
    expect(runOf(session).part).toEqual({
      from: { kind: 'node', node: 'n2' },
      to: { kind: 'length', at: '400' },
    })
  })
})

describe('copies and looks', () => {
  it('follow on each other, each with its own fields, and are taken out again', async () => {
    const session = await open(hoop, 'run')
    choose('Set it again', 'round')
    await settled()
    enter('How many in all', '6')
    await settled()
    choose('About axis', 'x')
    choose('And all of that', 'mirror')
    await settled()
    choose('In plane', 'xz')
    await settled()
    expect(runOf(session).copies).toMatchObject([
      { kind: 'round', count: '6', axis: 'x' },
      { kind: 'mirror', plane: 'xz', offset: '0' },
    ])
    await waitFor(() => expect(screen.getByText('Mass of all 12')).toBeVisible())
    fireEvent.click(screen.getAllByRole('button', { name: 'Take out' })[0]!)
    expect(runOf(session).copies).toMatchObject([{ kind: 'mirror' }])
    await settled()
    fireEvent.click(screen.getByRole('button', { name: 'Take out' }))
    expect(runOf(session).copies).toBeUndefined()
  })
  it('are told by the material until said otherwise, and a hidden run says so', async () => {
    const session = await open(hoop, 'run')
    choose('Looks like', 'wood')
    expect(runOf(session).look).toBe('wood')
    choose('Looks like', '')
    expect(runOf(session).look).toBeUndefined()
    fireEvent.click(screen.getByLabelText(/^Hidden/))
    expect(runOf(session).hidden).toBe(true)
    await settled()
    fireEvent.click(screen.getByLabelText(/^Hidden/))
    expect(runOf(session).hidden).toBeUndefined()
  })
  it('of several runs, one is worked on at a time', async () => {
    const run = hoop.steps.find((s) => s.kind === 'run')!
    const session = await open(
      { ...hoop, steps: [...hoop.steps, { ...run, id: 'run2', name: 'Other' }] },
      'run',
    )
    choose('One of 2 runs', 'run2')
    expect(selectionOf(session.store.getState())).toMatchObject({ station: 'run', step: 'run2' })
    await settled()
    expect(screen.getByRole('heading', { name: 'Run: Other' })).toBeVisible()
  })
})

describe('findings of a run', () => {
  it('turn it square when that is their cure', async () => {
    const fixed: Part = {
      ...hoop,
      steps: hoop.steps.map((s) => (s.kind === 'run' ? { ...s, turning: 'fixed' } : s)),
    }
    const session = await open(fixed, 'run')
    const findings = within(screen.getByRole('region', { name: 'Findings' }))
    expect(findings.getAllByText(/has no thickness there/).length).toBeGreaterThan(0)
    fireEvent.click(findings.getAllByRole('button', { name: 'Turn square to the path' })[0]!)
    expect(runOf(session).turning).toBe('square')
  })
  it('put a section back on its path', async () => {
    const away: Part = {
      ...hoop,
      steps: hoop.steps.map((s) =>
        s.kind === 'run' ? { ...s, anchor: 'point', point: { x: '200', y: '0' } } : s,
      ),
    }
    const session = await open(away, 'run')
    fireEvent.click(screen.getByRole('button', { name: 'Put its centroid on the path' }))
    expect(runOf(session).anchor).toBe('centroid')
  })
})

describe('ends and corners', () => {
  it('are made in the way that is chosen, each with its own fields', async () => {
    const session = await open(hoop, 'ends')
    const [start] = screen.getAllByRole('combobox', { name: 'Made' })
    fireEvent.change(start!, { target: { value: 'return' } })
    await settled()
    enter('Length of the return, 0 for the section’s own depth', '75')
    await settled()
    expect(runOf(session).ends?.start).toMatchObject({ kind: 'return', length: '75', runOn: '0' })
    expect(screen.getByText('2 pieces')).toBeVisible()
    choose('Goes', 'left')
    expect(runOf(session).ends?.start).toMatchObject({ toward: 'left' })
    fireEvent.change(screen.getAllByRole('combobox', { name: 'Made' })[0]!, { target: { value: 'domed' } })
    await settled()
    enter('Height of the dome', '4')
    await settled()
    expect(runOf(session).ends?.start).toEqual({ kind: 'domed', height: '4', runOn: '0' })
  })
  it('plug a tube', async () => {
    const session = await open(hoop, 'ends')
    fireEvent.click(screen.getAllByLabelText('Closed with a plug')[1]!)
    expect(runOf(session).ends?.end).toMatchObject({ kind: 'square', closed: true })
  })
  it('choose corners one by one, and all alike again', async () => {
    const sharp: Part = {
      ...hoop,
      steps: hoop.steps.map((s) =>
        s.kind === 'node-path'
          ? { ...s, nodes: s.nodes.map((n) => ({ ...n, corner: { kind: 'sharp' } })) }
          : s,
      ),
    }
    const session = await open(sharp, 'ends')
    const corners = within(screen.getByRole('list', { name: 'Corners' }))
    expect(corners.getAllByRole('listitem')).toHaveLength(2)
    fireEvent.change(corners.getByLabelText('Corner at 200.000 mm'), { target: { value: 'butt' } })
    await settled()
    expect(runOf(session).corners).toEqual({ all: 'mitre', each: { n2: 'butt' } })
    fireEvent.click(screen.getByRole('button', { name: 'All alike again' }))
    expect(runOf(session).corners).toEqual({ all: 'mitre', each: {} })
  })
})
