import type { ReactNode } from 'react'
import { useStore } from 'zustand'
import type { Session } from '../../../bench/session.ts'
import { STARTERS, type Part, type RunStep } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { facesOfBody } from '@flexum/core/solid'
import type { CarriedGiven } from '@flexum/core/sweep'
import type { CutPlane, Vec3 } from '@flexum/core/space'
import { onBench } from '../../../../testing/bench.tsx'
import { runView, shownBodies } from '../../../bench/results.ts'
import type { BenchView, Lens } from '../../../scene/BenchView.ts'
import { CutPanel } from './CutPanel.tsx'
import { GrowPanel } from './GrowPanel.tsx'
import { LensPanel } from './LensPanel.tsx'
import { MeasurePanel, type Ends } from './MeasurePanel.tsx'
import { SectionPanel } from './SectionPanel.tsx'
import { ViewBar } from './ViewBar.tsx'
import { act, fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'

const bar = STARTERS.straight.make('Bar')
const worked = (part: Part) => createEvaluator().evaluate(part)
const runOf = (part: Part): CarriedGiven => worked(part).steps.find((s) => s.kind === 'run')!.output!.carried!

/** The picture's end as far as the panels know it, without a canvas. */
function standIn() {
  const listeners = new Set<() => void>()
  const seen = { cut: undefined as CutPlane | undefined, grown: undefined as number | undefined }
  let lens: Lens = { parallel: false, angleDeg: 26 }
  const view = {
    get lens() {
      return lens
    },
    setLens: (next: Lens) => (lens = next),
    boxOfBodies: () => ({ min: [0, -5, -5], max: [300, 5, 5] }),
    cutAreas: [{ value: 78.5, error: 0 }],
    setCut(plane: CutPlane | undefined) {
      seen.cut = plane
    },
    onDraw(l: () => void) {
      listeners.add(l)
      return () => listeners.delete(l)
    },
    grow(share: number | undefined) {
      seen.grown = share
    },
    look: vi.fn(),
  }
  const drawn = (): void => listeners.forEach((l) => l())
  return { view: view as unknown as BenchView, seen, drawn, looked: view.look, lens: () => lens }
}
const type = (field: HTMLElement, text: string): void => {
  fireEvent.focus(field)
  fireEvent.change(field, { target: { value: text } })
  fireEvent.blur(field)
}

describe('the tools of the picture', () => {
  it('open one at a time, and standard views look at once', async () => {
    const { view, looked } = standIn()
    const onTool = vi.fn()
    await onBench(bar, <ViewBar view={view} tool="cut" hasRoom={false} onTool={onTool} />)
    expect(screen.getByRole('button', { name: 'Cut through' })).toHaveAttribute('aria-pressed', 'true')
    fireEvent.click(screen.getByRole('button', { name: 'Cut through' }))
    expect(onTool).toHaveBeenLastCalledWith(undefined)
    fireEvent.click(screen.getByRole('button', { name: 'Grow' }))
    expect(onTool).toHaveBeenLastCalledWith('grow')
    fireEvent.click(screen.getByRole('button', { name: 'Top' }))
    expect(looked).toHaveBeenCalledWith('Top')
  })
})

/** Shows one thing until something is pointed at, then another in its place. */
function Waiting(props: { readonly session: Session; readonly first: ReactNode; readonly then: ReactNode }) {
  const pointed = useStore(props.session.store, (s) => s.focus !== undefined)
  return pointed ? props.then : props.first
}

describe('cutting through', () => {
  it('waits for the bodies, and is then square to the run; level where there is none', async () => {
    const { view, seen } = standIn()
    const bodies = shownBodies(worked(bar))
    const panel = (shown: typeof bodies, carried = shown[0]?.carried) => (
      <CutPanel view={view} bodies={shown} carried={carried} onClose={() => undefined} />
    )
    const after = await onBench(bar, (session) => (
      <Waiting session={session} first={panel([])} then={panel(bodies)} />
    ))
    expect(seen.cut).toBeUndefined()
    act(() => after.session.point({ station: 1 }))
    expect(seen.cut!.origin[0]).toBeCloseTo(150, 9)
    after.unmount()
    await onBench(bar, panel([{ ...bodies[0]!, carried: undefined }], undefined))
    expect(screen.getByRole('combobox')).toHaveDisplayValue('level, across Z')
  })
  it('keeps a place that is typed before the bodies are there, as far as they reach', async () => {
    const { view, seen } = standIn()
    const bodies = shownBodies(worked(bar))
    const panel = (shown: typeof bodies) => (
      <CutPanel view={view} bodies={shown} carried={shown[0]?.carried} onClose={() => undefined} />
    )
    const waiting = (session: Session) => <Waiting session={session} first={panel([])} then={panel(bodies)} />
    for (const [text, at] of [
      ['100', 100],
      ['1 m', 300],
    ] as const) {
      const after = await onBench(bar, waiting)
      type(screen.getByLabelText('Typed'), text)
      act(() => after.session.point({ station: 1 }))
      expect(seen.cut!.origin[0]).toBeCloseTo(at, 9)
      after.unmount()
    }
  })
  it('puts the plane where it is said, on either side, and takes it away when closed', async () => {
    const { view, seen, drawn } = standIn()
    const bodies = shownBodies(worked(bar))
    const close = vi.fn()
    const { unmount } = await onBench(
      bar,
      <CutPanel view={view} bodies={bodies} carried={bodies[0]!.carried} onClose={close} />,
    )
    expect(seen.cut!.origin[0]).toBeCloseTo(150, 9)
    act(drawn)
    expect(screen.getByText('Area of the cut').nextElementSibling).toHaveTextContent('78.50 mm²')
    type(screen.getByLabelText('Typed'), '2 in')
    expect(seen.cut!.origin[0]).toBeCloseTo(50.8, 6)
    type(screen.getByLabelText('Typed'), '2 kg')
    expect(screen.getByText(/"2 kg" is a mass; a length is needed here/)).toBeVisible()
    const normal = (): number => seen.cut!.x[1] * seen.cut!.y[2] - seen.cut!.x[2] * seen.cut!.y[1]
    expect(normal()).toBeCloseTo(1, 9)
    fireEvent.click(screen.getByLabelText('Keep the other side'))
    expect(normal()).toBeCloseTo(-1, 9)
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'xy' } })
    expect(seen.cut!.origin[2]).toBeGreaterThan(-5)
    expect(screen.getByText('At Z')).toBeVisible()
    fireEvent.keyDown(screen.getByRole('combobox'), { key: 'Escape' })
    expect(close).toHaveBeenCalled()
    unmount()
    expect(seen.cut).toBeUndefined()
  })
})

describe('growing', () => {
  it('is scrubbed, played there and back, and whole again when closed', async () => {
    vi.useFakeTimers({ toFake: ['requestAnimationFrame', 'cancelAnimationFrame', 'performance'] })
    try {
      const { view, seen } = standIn()
      const { unmount } = await onBench(bar, <GrowPanel view={view} onClose={() => undefined} />)
      fireEvent.change(screen.getByRole('slider'), { target: { value: '0.25' } })
      expect(seen.grown).toBe(0.25)
      expect(screen.getByText('25 %')).toBeVisible()
      fireEvent.click(screen.getByRole('button', { name: 'Play' }))
      act(() => void vi.advanceTimersByTime(1000))
      expect(seen.grown).toBeLessThan(0.25)
      act(() => void vi.advanceTimersByTime(4000))
      expect(seen.grown).toBeGreaterThan(0.25)
      fireEvent.click(screen.getByRole('button', { name: 'Stop' }))
      const stopped = seen.grown
      act(() => void vi.advanceTimersByTime(1000))
      expect(seen.grown).toBe(stopped)
      unmount()
      expect(seen.grown).toBeUndefined()
    } finally {
      vi.useRealTimers()
    }
  })
})

describe('the lens', () => {
  it('goes parallel and wide', async () => {
    const { view, lens } = standIn()
    await onBench(bar, <LensPanel view={view} onClose={() => undefined} />)
    fireEvent.click(screen.getByLabelText('Parallel'))
    fireEvent.change(screen.getByRole('slider'), { target: { value: '90' } })
    expect(lens()).toEqual({ parallel: true, angleDeg: 90 })
  })
})

describe('measuring', () => {
  it('takes nodes by name, and tells distance, angle and parts', async () => {
    const { view } = standIn()
    const shown = runView(bar, worked(bar))
    let ends: Ends = [undefined, undefined]
    const panel = () => (
      <MeasurePanel
        view={view}
        shown={shown}
        ends={ends}
        onEnds={(e) => (ends = e)}
        onClose={() => undefined}
      />
    )
    const first = await onBench(bar, panel())
    expect(screen.getByText(/Click where from/)).toBeVisible()
    fireEvent.change(screen.getByRole('combobox', { name: 'From' }), { target: { value: 'node 1' } })
    fireEvent.change(screen.getByRole('combobox', { name: 'To' }), { target: { value: 'node 2' } })
    expect(ends[1]).toEqual({ kind: 'point', at: [300, 0, 0] })
    first.unmount()
    // The ends of the bar, each pressed off its middle.
    const body = worked(bar).steps.flatMap((s) => s.output?.bodies ?? [])[0]!
    const end = (way: number, at: Vec3): Ends[0] => ({
      kind: 'face',
      body,
      number: facesOfBody(body).faces.findIndex((f) => way * f.out[0] > 0.9),
      at,
    })
    ends = [end(-1, [0, 3, 0]), end(1, [300, 0, 4])]
    await onBench(bar, panel())
    const of = (label: string) => screen.getByText(label).nextElementSibling
    expect(of('Nearest')).toHaveTextContent('300.000 mm')
    expect(of('Angle')).toHaveTextContent('0.000°')
    expect(of('in x')).toHaveTextContent('300.000 mm')
    expect(of('in y')).toHaveTextContent('0.000 mm')
    expect(of('Pressed places')).toHaveTextContent('300.042 mm')
    expect(
      within(screen.getByRole('combobox', { name: 'From' })).getByText('start of "Run"'),
    ).toBeInTheDocument()
  })
})

describe('the section at a station', () => {
  it('is that which is pointed at, with its area, scale and twist', async () => {
    const part: Part = {
      ...bar,
      steps: bar.steps.map((s) =>
        s.kind === 'run'
          ? ({
              ...s,
              twist: { kind: 'total', angle: '90 deg' },
              scale: { kind: 'ends', start: '1', end: '2', ease: 'straight' },
            } as RunStep)
          : s,
      ),
    }
    const { session } = await onBench(part, <SectionPanel run={runOf(part)} onClose={() => undefined} />)
    const of = (label: string) => screen.getByText(label).nextElementSibling
    expect(of('Area')).toHaveTextContent(`${(25 * Math.PI).toFixed(2)} mm²`)
    act(() => session.point({ station: 150 }))
    expect(of('Area')).toHaveTextContent(`${(25 * Math.PI * 2.25).toFixed(2)} mm²`)
    expect(of('Scale')).toHaveTextContent('1.5000')
    expect(of('Twist')).toHaveTextContent('45.00°')
    act(() => session.point(undefined))
    type(screen.getByLabelText('Typed'), '300')
    expect(of('Area')).toHaveTextContent(`${(100 * Math.PI).toFixed(2)} mm²`)
    expect(session.store.getState().focus).toEqual({ station: 300 })
  })
})
