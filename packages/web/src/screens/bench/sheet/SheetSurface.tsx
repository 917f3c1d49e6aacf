import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react'
import type { Vec2 } from '@flexum/core/plane'
import { hitAt } from '../../../sheet/snap.ts'
import type { Pending, SheetState } from '../../../sheet/state.ts'
import { NO_PREVIEW, type Pointer, type Preview } from '../../../sheet/tools/tool.ts'
import { keptInView, panned, toSheet, zoomed, type SheetView } from '../../../sheet/view.ts'
import { useBench, usePart } from '../context.ts'
import { useSheet, useSheetModel, useSheetState } from './context.ts'
import { DimensionField } from './DimensionField.tsx'
import { CombLayer } from './CombLayer.tsx'
import { CurvesLayer } from './CurvesLayer.tsx'
import { GapsLayer, GridLayer, PreviewLayer, RegionsLayer } from './layers.tsx'
import { PointsLayer } from './PointsLayer.tsx'
import { DimensionsLayer } from './DimensionsLayer.tsx'
import { FoundLayer } from './FoundLayer.tsx'
import { MarksLayer } from './MarksLayer.tsx'
import { MotionLayer } from './MotionLayer.tsx'
import { PictureLayer } from './PictureLayer.tsx'
import { usePicturePutting } from './PicturePanel.tsx'
import { pointerFor, touchedBy } from './pointer.ts'
import { PointerFields } from './PointerFields.tsx'
import { SceneBehind } from './SceneBehind.tsx'
import { UseLettersLayer, UsesLayer } from './UsesLayer.tsx'
import { pickFor, usesOf } from './uses.ts'
import { useDwell } from './useDwell.ts'
import { useReferencePlaces } from './useReferencePlaces.ts'
import { useSheetKeys } from './useSheetKeys.ts'
import type { SheetModel } from '../../../sheet/model.ts'

/** The drawing surface: shows the sketch and hands what the pointer does to the tool in hand. */
export function SheetSurface() {
  const sheet = useSheet()
  const model = useSheetModel()
  const part = usePart()
  const { session } = useBench()
  const surface = useRef<HTMLDivElement>(null)
  const view = useSheetState((s) => s.view)
  const state = useSheetState((s) => s)
  const others = useReferencePlaces()
  const pan = useRef<Vec2 | undefined>(undefined)
  const corner = useRef<Vec2 | undefined>(undefined)
  const dwellOn = useDwell(sheet)
  useSheetKeys()
  // What opened has the keys.
  useEffect(() => surface.current?.focus({ preventScroll: true }), [])
  const putPicture = usePicturePutting()
  useSurfaceSize(surface)
  useWheelZoom(surface)

  if (!model) return null
  const pointerAt = (e: React.PointerEvent): Pointer => {
    // Asking where the sheet lies makes the page lay itself out: while something is dragged it lies where it did.
    if (e.type !== 'pointermove' || !(e.buttons & 1) || !corner.current) {
      const { left, top } = surface.current!.getBoundingClientRect()
      corner.current = [left, top]
    }
    const [left, top] = corner.current
    return pointerFor(sheet, toSheet(view, [e.clientX - left, e.clientY - top]), {
      plain: e.shiftKey,
      more: e.shiftKey || e.ctrlKey || e.metaKey,
      others,
    })
  }
  const tool = sheet.tool()
  /** While what a step uses is chosen, a press takes it in or out. */
  const pick = (p: Pointer): boolean => {
    const use = usesOf(part, model).find((u) => u.step.id === state.picking)
    if (!use) return false
    const hit = hitAt(model, p.raw, p.reach)
    if (!pickFor(session, model, use, hit, p.raw))
      sheet.say(
        use.step.kind === 'sketch-path'
          ? 'Press a curve to take it in or out; one at least stays.'
          : 'Press inside a closed region to take it in or out; one at least stays.',
      )
    return true
  }
  const picking = state.picking === undefined ? undefined : part.steps.find((s) => s.id === state.picking)
  const preview = state.pointer && !state.editing ? tool.preview(state.pointer) : NO_PREVIEW
  const hint = picking
    ? `Press ${picking.kind === 'sketch-path' ? 'curves' : 'inside regions'} to take them into ${picking.name} or out · Enter ends`
    : state.pointer
      ? preview.hint
      : // Before the pointer has come the tool says what it waits for.
        tool.preview(pointerFor(sheet, view.centre, { plain: true, more: false, others: NO_PLACES })).hint
  return (
    <div
      ref={surface}
      role="application"
      aria-label="Drawing surface. Letters take up tools; arrow keys move the cursor, Space presses, Escape goes back to choosing."
      tabIndex={0}
      className="absolute inset-0 overflow-hidden outline-offset-[-2px] select-none"
      style={{ cursor: state.tool === 'choose' ? 'default' : 'crosshair', touchAction: 'none' }}
      onContextMenu={(e) => e.preventDefault()}
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault()
        const file = [...e.dataTransfer.files].find((f) => f.type.startsWith('image/'))
        if (file) putPicture(file)
        else sheet.say('Only PNG and JPEG pictures can be laid on the sheet.')
      }}
      onMouseDown={(e) => {
        // The press itself may open a field; the mouse must not take the focus back.
        if (!isControl(e.target)) e.preventDefault()
      }}
      onPointerDown={(e) => {
        if (isControl(e.target)) return
        surface.current!.focus({ preventScroll: true })
        if (e.button === 1 || e.button === 2) {
          pan.current = [e.clientX, e.clientY]
          surface.current!.setPointerCapture(e.pointerId)
          return
        }
        if (e.button !== 0) return
        const p = pointerAt(e)
        sheet.set({ pointer: p, said: undefined })
        if (state.editing || state.pending?.kind === 'far') return
        if (pick(p)) return
        surface.current!.setPointerCapture(e.pointerId)
        tool.press(p)
        sheet.nudge()
      }}
      onPointerMove={(e) => {
        if (pan.current) {
          const [dx, dy] = [e.clientX - pan.current[0], e.clientY - pan.current[1]]
          pan.current = [e.clientX, e.clientY]
          sheet.set({ view: keptInView(panned(sheet.store.getState().view, dx, dy), model) })
          return
        }
        const p = pointerAt(e)
        if (e.buttons & 1) {
          // Whoever else follows the pointer would have the page laid out between every two steps.
          e.stopPropagation()
          tool.drag?.(p)
        }
        const hover =
          e.buttons === 0
            ? hitAt(model, p.raw, p.reach, state.tool === 'dimension' ? 'measured' : 'all')
            : state.hover
        if (hover !== state.hover) dwellOn(hover)
        sheet.set({ pointer: p, hover, touched: touchedBy(state.touched, p.snap.point) })
      }}
      onPointerUp={(e) => {
        if (pan.current) {
          pan.current = undefined
          return
        }
        if (e.button !== 0) return
        tool.release?.(pointerAt(e))
        sheet.nudge()
      }}
      onPointerLeave={() => sheet.set({ hover: undefined })}
    >
      <SceneBehind />
      <SheetLayers model={model} view={view} preview={preview} />
      <PointerFields preview={preview} />
      <DimensionField model={model} view={view} />
      {(state.said ?? hint) && <HintLine state={state} hint={hint} />}
      {state.pending?.kind === 'far' && <FarBar pending={state.pending} />}
      <span
        className="sr-only"
        data-testid="sheet-scale"
        data-scale={view.scale}
        data-cx={view.centre[0]}
        data-cy={view.centre[1]}
      >
        {part.name}
      </span>
    </div>
  )
}

/** The view knows how large the surface is, and is fitted to it when it opens. */
function useSurfaceSize(surface: RefObject<HTMLDivElement | null>) {
  const sheet = useSheet()
  useLayoutEffect(() => {
    const at = surface.current!
    const measure = (): void => {
      const { clientWidth: width, clientHeight: height } = at
      if (width > 0) sheet.set({ view: { ...sheet.store.getState().view, width, height } })
    }
    measure()
    sheet.fit()
    const observer = new ResizeObserver(measure)
    observer.observe(at)
    return () => observer.disconnect()
  }, [sheet, surface])
}

/** The wheel zooms about the pointer. */
function useWheelZoom(surface: RefObject<HTMLDivElement | null>) {
  const sheet = useSheet()
  useEffect(() => {
    const at = surface.current!
    // React's own wheel listener is passive and could not keep the page from scrolling.
    const onWheel = (e: WheelEvent): void => {
      e.preventDefault()
      const box = at.getBoundingClientRect()
      const about: Vec2 = [e.clientX - box.left, e.clientY - box.top]
      const { view: v } = sheet.store.getState()
      sheet.set({ view: keptInView(zoomed(v, Math.exp(-e.deltaY * 0.0016), about), sheet.model()) })
    }
    at.addEventListener('wheel', onWheel, { passive: false })
    return () => at.removeEventListener('wheel', onWheel)
  }, [sheet, surface])
}

/** All that is drawn, the lowest first. */
function SheetLayers({
  model,
  view,
  preview,
}: {
  readonly model: SheetModel
  readonly view: SheetView
  readonly preview: Preview
}) {
  return (
    <svg width="100%" height="100%" aria-hidden className="absolute inset-0">
      <PictureLayer model={model} view={view} />
      <GridLayer view={view} />
      <RegionsLayer model={model} view={view} />
      <UsesLayer model={model} view={view} />
      <CurvesLayer model={model} view={view} />
      <CombLayer model={model} view={view} />
      <DimensionsLayer model={model} view={view} />
      <MotionLayer model={model} view={view} />
      <PointsLayer model={model} view={view} />
      <MarksLayer model={model} view={view} />
      <GapsLayer model={model} view={view} />
      <UseLettersLayer model={model} view={view} />
      <FoundLayer view={view} />
      <PreviewLayer preview={preview} view={view} />
    </svg>
  )
}

/** What was said last, or what the tool waits for. */
function HintLine({ state, hint }: { readonly state: SheetState; readonly hint: string }) {
  return (
    <p
      role="status"
      aria-label="Hint"
      className={`${state.instead ? '' : 'pointer-events-none'} absolute bottom-3 left-3 max-w-[70%] rounded-box px-3 py-1.5 ${state.said ? 'bg-[var(--warn-wash)]' : 'bg-base-200'}`}
    >
      {state.said ?? hint}
      {state.instead && state.instead.with === state.said && (
        <button type="button" className="btn btn-xs btn-paper ml-2" onClick={() => state.instead?.act()}>
          {state.instead.label}
        </button>
      )}
    </p>
  )
}

const NO_PLACES = [] as const

const isControl = (t: EventTarget): boolean =>
  t instanceof Element && t.closest('input,button,[data-press]') !== null

/** A change that goes far is shown before it counts. */
function FarBar({ pending }: { readonly pending: Extract<Pending, { kind: 'far' }> }) {
  const sheet = useSheet()
  return (
    <div
      role="alertdialog"
      aria-label="A change that goes far"
      className="absolute top-3 left-1/2 flex -translate-x-1/2 items-center gap-3 rounded-box border border-warning bg-[var(--warn-wash)] px-3 py-2 shadow"
    >
      <span>
        <span aria-hidden className="text-warning">
          ◆{' '}
        </span>
        {pending.why} This is how it would be.
      </span>
      <button
        type="button"
        className="btn btn-sm btn-success"
        autoFocus
        onClick={() => sheet.acceptPending()}
      >
        Accept
      </button>
      <button type="button" className="btn btn-sm btn-paper" onClick={() => sheet.refusePending()}>
        Refuse
      </button>
      {pending.fits && (
        <button type="button" className="btn btn-sm btn-paper" onClick={() => pending.fits?.take()}>
          Take {pending.fits.words}
        </button>
      )}
    </div>
  )
}
