import { act, fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { STARTERS, type Part, type SketchStep } from '@flexum/core/recipe'
import { onBench, settled } from '../../../../testing/bench.tsx'
import { BELOW, RIGHT, BOW, MOUTH, drawBox, drawHook, handAt, type Hand } from '../../../../testing/sheet.ts'
import { partOf, selectionOf } from '../../../bench/session.ts'
import { createSheet, type Sheet } from '../../../sheet/sheet.ts'
import { SheetContext, useSheetModel, useSheetState } from './context.ts'
import { MotionLayer } from './MotionLayer.tsx'
import { SheetBar } from './SheetBar.tsx'
import { SheetInspector } from './SheetInspector.tsx'
import { SheetTools } from './SheetTools.tsx'

/** The panels round a sheet, with a hand that draws on it. */
async function onSheet(
  part: Part = STARTERS.drawn.make('Part'),
): Promise<Hand & { draw(f: (h: Hand) => void): Promise<void> }> {
  let sheet: Sheet | undefined
  await onBench(part, (session) => {
    sheet = createSheet(session, 'sketch')
    return (
      <SheetContext value={sheet}>
        <SheetBar />
        <SheetTools />
        <SheetInspector />
      </SheetContext>
    )
  })
  const hand = handAt(sheet!)
  const draw = async (f: (h: Hand) => void): Promise<void> => {
    act(() => f(hand))
    await settled()
  }
  return { ...hand, draw }
}

const freedom = (): string => screen.getByRole('status', { name: 'Freedom' }).textContent
const press = async (name: string | RegExp, within1: HTMLElement = document.body): Promise<void> => {
  fireEvent.click(within(within1).getByRole('button', { name }))
  await settled()
}

describe('the bar', () => {
  it('says what state the sketch is in, and leads back to the part', async () => {
    const sheet = await onSheet()
    expect(freedom()).toBe('empty')
    await sheet.draw(drawHook)
    expect(freedom()).toBe('7 loose')
    expect(screen.getByTestId('chain-length')).toHaveTextContent(/^199\./)
    await press('Play the freedom')
    expect(sheet.sheet.store.getState().playing).toBe(true)
    await press('Stop')
    await press(/^Marks/)
    expect(screen.getByRole('button', { name: /^Marks/ })).toHaveTextContent('Marks: all')
    await press(/^Dimensions show values/)
    fireEvent.click(screen.getByRole('menuitemradio', { name: 'exact values' }))
    expect(sheet.sheet.store.getState().shown).toBe('exact')
    await press('Back to the part')
    expect(selectionOf(sheet.session.store.getState()).sheet).toBeNull()
  })
})

describe('the tools', () => {
  it('are taken up by a press, and changes ask for what they need', async () => {
    const sheet = await onSheet()
    await press(/^Chain ?C$/)
    expect(screen.getByRole('button', { name: /^Chain ?C$/ })).toHaveAttribute('aria-pressed', 'true')
    await sheet.draw(drawBox)
    await press(/^Round/)
    const form = screen.getByRole('form', { name: 'Round' })
    expect(form).toHaveTextContent('Choose corners, or the curves that meet in them.')
    expect(within(form).getByRole('button', { name: 'Round' })).toBeDisabled()
    await sheet.draw((h) => h.sheet.choose(h.entities('line').map((e) => e.id)))
    fireEvent.change(within(form).getByLabelText('Radius'), { target: { value: '12 kg' } })
    expect(form).toHaveTextContent('"12 kg" is a mass')
    fireEvent.change(within(form).getByLabelText('Radius'), { target: { value: '60' } })
    expect(form).toHaveTextContent(/Corner 1 has no room for this radius; up to 24\.999 mm fits\./)
    fireEvent.change(within(form).getByLabelText('Radius'), { target: { value: '8' } })
    // What would come is drawn before it is done.
    expect(sheet.sheet.store.getState().ghost?.filter((e) => e.kind === 'arc')).toHaveLength(4)
    expect(sheet.entities('arc')).toHaveLength(0)
    fireEvent.submit(form)
    await settled()
    expect(sheet.entities('arc')).toHaveLength(4)
    expect(screen.queryByRole('form', { name: 'Round' })).toBeNull()
  })
  it('say how an empty sheet is begun with what is in hand', async () => {
    await onSheet()
    expect(screen.getByText(/Take a tool from the left/)).toBeVisible()
    await press(/^Polygon/)
    expect(screen.getByText(/Polygon is in hand/)).toBeVisible()
    await press(/^Chain ?C$/)
    expect(screen.getByText(/^Click where the line starts/)).toBeVisible()
  })
  it('do at once what needs no figure: guides, taking apart, removing', async () => {
    const sheet = await onSheet()
    await sheet.draw(drawBox)
    const [line] = sheet.entities('line')
    await sheet.draw((h) => h.sheet.choose([line!.id]))
    await press('As guide')
    expect(sheet.entities('line')[0]).toMatchObject({ guide: true })
    await press('As guide')
    expect(sheet.entities('line')[0]).not.toHaveProperty('guide')
    await sheet.draw((h) => h.sheet.choose([line!.kind === 'line' ? line!.to : '']))
    const points = sheet.entities('point').length
    await press('Take apart')
    expect(sheet.entities('point')).toHaveLength(points + 1)
    await sheet.draw((h) => h.sheet.choose([]))
    await press(/^Remove/)
    expect(sheet.said()).toBe('Choose what should go first.')
    await sheet.draw((h) => h.sheet.choose([line!.id]))
    await press(/^Remove/)
    expect(sheet.entities('line')).toHaveLength(3)
  })
})

describe('the inspector', () => {
  it('offers constraints for what is chosen, lists what is on it, and drops', async () => {
    const sheet = await onSheet()
    await sheet.draw(drawHook)
    const lines = sheet.entities('line').map((e) => e.id)
    await sheet.draw((h) => h.sheet.choose(lines.slice(1)))
    const offers = screen.getByRole('group', { name: 'Constrain' })
    expect(within(offers).getByRole('button', { name: 'upright, holds already' })).toBeEnabled()
    await press('upright, holds already', offers)
    expect(freedom()).toBe('5 loose')
    expect(within(offers).getByRole('button', { name: 'upright, holds already' })).toBeDisabled()
    await press('Drop Upright: line 2')
    expect(freedom()).toBe('6 loose')
    await sheet.draw((h) => h.sheet.choose([]))
    await press('Show')
    expect(screen.getByText('Tangent: line 1, arc 1')).toBeVisible()
  })
  it('resolves a clash through its list', async () => {
    const sheet = await onSheet()
    await sheet.draw(drawHook)
    await sheet.draw((h) => h.dimension(BOW, '20'))
    await sheet.draw((h) => h.dimension(MOUTH, '44'))
    expect(freedom()).toBe('✕ clashing')
    const clash = screen.getByRole('region', { name: 'Clash' })
    expect(clash).toHaveTextContent('Two that cannot all hold')
    const rows = within(clash).getAllByRole('listitem')
    expect(rows).toHaveLength(2)
    fireEvent.pointerEnter(rows[0]!)
    expect(sheet.sheet.store.getState().pending).toMatchObject({ looked: 0 })
    await press('Leave all as it was', clash)
    expect(screen.queryByRole('region', { name: 'Clash' })).toBeNull()
    expect(sheet.dimensions()).toHaveLength(1)
    await sheet.draw((h) => h.dimension(MOUTH, '44'))
    await press('Let go of Radius r1 = 20')
    expect(sheet.dimensions().map((d) => d.formula)).toEqual(['44'])
  })
  it('lists gaps with their size and closes them', async () => {
    const sheet = await onSheet()
    await sheet.draw((h) => {
      h.sheet.take('chain')
      h.click(0, 0)
      h.click(40, 0)
      h.click(40, 25)
      h.click(0, 25)
      h.click(0, 0.4, { plain: true })
      h.key('Enter')
      h.sheet.take('choose')
    })
    const gaps = screen.getByRole('list', { name: 'Gaps' })
    expect(gaps).toHaveTextContent('0.400 mm at the start of line 1')
    await press(/^Close the gap of 0\.400 mm/)
    expect(screen.queryByRole('list', { name: 'Gaps' })).toBeNull()
    expect(sheet.sheet.model().solved.areas.regions).toHaveLength(1)
  })
  it('names open ends at any distance, and closes or bridges them', async () => {
    const sheet = await onSheet()
    await sheet.draw((h) => {
      h.sheet.take('chain')
      h.click(0, 0)
      h.click(40, 0)
      h.click(40, 25)
      h.click(0, 25)
      h.click(0, 3, { plain: true })
      h.key('Enter')
      h.sheet.take('choose')
    })
    expect(screen.queryByRole('list', { name: 'Gaps' })).toBeNull()
    const ends = screen.getByRole('list', { name: 'Open ends' })
    expect(ends).toHaveTextContent('3.000 mm from the start of line 1 to the end of line 4')
    await press(/^Bridge the way of 3\.000 mm/)
    expect(sheet.sheet.model().solved.areas.regions.map((r) => r.area)).toEqual([expect.closeTo(1000, 6)])
    expect(screen.queryByRole('list', { name: 'Open ends' })).toBeNull()
    await act(async () => sheet.session.undo())
    await press(/^Close the way of 3\.000 mm/)
    expect(sheet.sheet.model().solved.areas.regions).toHaveLength(1)
    expect(sheet.entities('line')).toHaveLength(4)
  })
  it('proposes what settles; one can be refused, one taken, all taken', async () => {
    const sheet = await onSheet()
    await sheet.draw(drawHook)
    await press('Settle…')
    const list = (): HTMLElement => screen.getByRole('list', { name: 'Proposals' })
    expect(within(list()).getAllByRole('listitem')).toHaveLength(7)
    await press('Not Upright: line 2')
    expect(list()).not.toHaveTextContent('Upright: line 2')
    await press('Take Length of line 1')
    expect(freedom()).toBe('6 loose')
    await press(/^Take all/)
    expect(freedom()).toBe('settled')
    expect(screen.getByText('Nothing is loose any more.')).toBeVisible()
  })
  it('shows a dimension: its name everywhere, formula, reference, held, tolerance', async () => {
    const sheet = await onSheet()
    await sheet.draw(drawBox)
    await sheet.draw((h) => h.dimension(BELOW, '80'))
    await sheet.draw((h) => h.dimension(RIGHT, 'd1 / 2'))
    const d = (): SketchStep['constraints'][number] | undefined => sheet.dimensions()[0]
    await sheet.draw((h) => h.sheet.choose([d()!.id]))
    const name = screen.getByLabelText('Name in formulas')
    name.focus()
    fireEvent.change(name, { target: { value: 'wide' } })
    fireEvent.blur(name)
    await settled()
    expect(sheet.dimensions().map((x) => x.formula)).toEqual(['80', 'wide / 2'])
    const plus = screen.getByLabelText('Tolerance above')
    plus.focus()
    fireEvent.change(plus, { target: { value: '0.1' } })
    fireEvent.blur(plus)
    await settled()
    expect(d()).toMatchObject({ plus: '0.1' })
    fireEvent.click(screen.getByLabelText('Reference: only measures'))
    await settled()
    expect(d()).toMatchObject({ role: 'reference' })
    fireEvent.click(screen.getByLabelText('Held: dragging cannot change it'))
    await settled()
    expect(d()).toMatchObject({ held: true })
    expect(partOf(sheet.session.store.getState()).name).toBe('Part')
  })
})

describe('the free motions', () => {
  it('are played from the first frame on, even where it began before it was asked for', async () => {
    let frame: FrameRequestCallback = () => undefined
    vi.stubGlobal('requestAnimationFrame', (f: FrameRequestCallback) => {
      frame = f
      return 1
    })
    let sheet: Sheet | undefined
    await onBench(STARTERS.drawn.make('Part'), (session) => {
      sheet = createSheet(session, 'sketch')
      return (
        <SheetContext value={sheet}>
          <Motion />
        </SheetContext>
      )
    })
    act(() => drawHook(handAt(sheet!)))
    act(() => sheet!.set({ playing: true }))
    act(() => frame(performance.now() - 40))
    expect(document.querySelectorAll('[data-playing] path').length).toBeGreaterThan(5)
    act(() => frame(performance.now() + 5000))
    expect(document.querySelectorAll('[data-playing] path').length).toBeGreaterThan(5)
    vi.unstubAllGlobals()
  })
})

function Motion() {
  const model = useSheetModel()
  const view = useSheetState((s) => s.view)
  return <svg>{model && <MotionLayer model={model} view={view} />}</svg>
}
