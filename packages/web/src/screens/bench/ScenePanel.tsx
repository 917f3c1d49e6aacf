import {
  createElement,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type RefObject,
} from 'react'
import type { Id } from '@flexum/core/base'
import { stationOf, type Step } from '@flexum/core/recipe'
import { facing, frameOnFace, inputOf, type PartResult } from '@flexum/core/recipe/evaluated'
import { facesOfBody, type Measurable } from '@flexum/core/solid'
import { locate, type PlaneFrame } from '@flexum/core/path'
import { playedMoment } from '../../bench/playing.ts'
import { shownRooms, type ShownRoom } from '../../bench/rooms.ts'
import { bodiesBefore } from '../../bench/picking.ts'
import {
  runView,
  shownBodies,
  stepResult,
  stationOnPath,
  type RunView,
  type ShownBody,
} from '../../bench/results.ts'
import { selectionOf } from '../../bench/session.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { useBench, usePart, useSessionState } from './context.ts'
import { FocusChip } from './FocusChip.tsx'
import { PickBanner } from './picking/PickBanner.tsx'
import { usePicking, type PickingInHand } from './picking/usePicking.ts'
import { pageOf } from './steps/index.ts'
import { PlaneOverlay } from './steps/sketch/PlaneOverlay.tsx'
import { NodeOverlay } from './NodeOverlay.tsx'
import { CutPanel } from './view/CutPanel.tsx'
import { GrowPanel } from './view/GrowPanel.tsx'
import { InsidePanel } from './view/InsidePanel.tsx'
import { LensPanel } from './view/LensPanel.tsx'
import {
  MeasureMarks,
  MeasurePanel,
  useEnds,
  useMeasuredLit,
  useMeasureKeys,
  type Ends,
} from './view/MeasurePanel.tsx'
import { SceneNotes } from './view/SceneNotes.tsx'
import { PathLine } from './view/PathLine.tsx'
import { SheetFigure } from './view/SheetFigure.tsx'
import { SectionPanel } from './view/SectionPanel.tsx'
import { useLit } from './view/useLit.ts'
import { useView } from './view/useView.ts'
import { ViewBar, type ViewTool } from './view/ViewBar.tsx'

/** Turning by keys: what each does to the view, in degrees and nearness. */
const VIEW_KEYS: Readonly<Record<string, readonly [number, number, number]>> = {
  ArrowLeft: [-8, 0, 1],
  ArrowRight: [8, 0, 1],
  ArrowUp: [0, 8, 1],
  ArrowDown: [0, -8, 1],
  '+': [0, 0, 1.15],
  '=': [0, 0, 1.15],
  '-': [0, 0, 1 / 1.15],
}

/** With Shift the same keys move across: px for each degree they would turn. */
const PAN = 6

/** How near the pointer takes a node, px. */
const NODE_NEAR = 9

/** What is in the picture of the part as it is: bodies, rooms, the bar that is bent, a path by itself. */
function useShownScene() {
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const chosen = useSessionState((s) => selectionOf(s).step)
  const before = useSessionState((s) => s.picking?.step ?? s.before)
  const playing = useSessionState((s) => s.playing)
  const shown = useMemo(() => runView(part, result, chosen), [part, result, chosen])
  const bodies = useMemo(
    () => (before === undefined ? shownBodies(result) : bodiesBefore(result, before)),
    [result, before],
  )
  const rooms = useMemo(() => shownRooms(result), [result])
  const played = useMemo(() => playedMoment(part, result, playing), [part, result, playing])
  // A chosen path that no body goes along is drawn by itself.
  const alone =
    chosen === null || bodies.some((b) => [...b.runs.keys()].some((r) => liesAlong(part.steps, r, chosen)))
      ? undefined
      : stepResult(result, chosen)?.output?.path?.path
  const stale = bodies.some((b) => b.stale) || (shown?.stale ?? false)
  return { part, result, chosen, shown, bodies, rooms, played, alone, stale }
}

type ShownScene = ReturnType<typeof useShownScene>

/** Gives the view what it draws. */
function useDrawn(view: BenchView | undefined, sheet: Id | undefined, scene: ShownScene): void {
  const { bodies, rooms, played, shown } = scene
  const shapes = useSame(rooms)
  // Before the bodies, so that the first look takes in the room about them.
  useEffect(() => view?.setRooms(shapes.map((r) => r.shape)), [view, shapes])
  useEffect(() => {
    const hit = new Set(played?.clashes.flatMap((c) => (c.with === 'itself' ? [] : c.with)))
    view?.setBender(played?.bender, hit)
    view?.setBodies(played?.bodies ?? bodies)
  }, [view, bodies, played])
  useEffect(() => {
    if (!sheet) view?.faceSheet(undefined)
  }, [view, sheet])
  useLit(view, played ? undefined : shown)
}

/** The tool in hand, with what it measures. */
function useViewTool(view: BenchView | undefined) {
  const [tool, setTool] = useState<ViewTool>()
  const [ends, setEnds] = useEnds()
  const [hover, setHover] = useState<Measurable>()
  const close = useCallback(() => {
    setTool(undefined)
    setHover(undefined)
    setEnds([undefined, undefined])
  }, [setEnds])
  useMeasureKeys(tool === 'measure', ends, setEnds, close)
  useMeasuredLit(view, tool === 'measure', ends, hover)
  return { tool, setTool, ends, setEnds, hover, setHover, close }
}

type ToolInHand = ReturnType<typeof useViewTool>

/** What the pointer points at and presses, by the tool in hand; places in px of the picture. */
function useScenePointer(
  view: BenchView | undefined,
  { part, shown }: ShownScene,
  inHand: ToolInHand,
  hand: ReturnType<typeof usePicking>,
) {
  const { session } = useBench()
  const station = useSessionState((s) => selectionOf(s).station)
  const { tool, ends, setEnds } = inHand
  const press = useRef<[number, number]>(undefined)
  const point = (at: [number, number]): void => {
    const pick = view?.pick(...at)
    if (!pick?.along || pick.step !== shown?.runStep || !shown.run || !shown.path)
      return session.point(undefined)
    const onPath = stationOnPath(shown.run, pick.along.station)
    const { path } = shown.path
    const inside = onPath >= 0 && onPath <= path.length
    session.point(inside ? { station: onPath, segment: locate(path, onPath).index } : { station: onPath })
  }
  /** A node within reach of the pointer comes before what lies behind it. */
  const toMeasure = (at: [number, number]): Measurable | undefined => {
    for (const { point } of shown?.pathResult?.nodePoints ?? []) {
      const seen = view?.project(point)
      if (seen && Math.hypot(seen[0] - at[0], seen[1] - at[1]) < NODE_NEAR)
        return { kind: 'point', at: point }
    }
    return view?.pickToMeasure(...at)
  }
  const choose = (at: [number, number]): void => {
    const pick = view?.pick(...at)
    const made = pick && part.steps.find((s) => s.id === pick.step)
    if (made && made.id !== shown?.runStep)
      session.select({
        station: station === 'ends' && pick.along ? 'ends' : stationOf(made, part.steps),
        step: made.id,
        node: null,
      })
  }
  return {
    down: (at: [number, number]): void => void (press.current = at),
    up(at: [number, number], more: boolean): void {
      const from = press.current
      if (!from || Math.hypot(at[0] - from[0], at[1] - from[1]) > 4) return
      if (hand.picking) return hand.press(at, more)
      if (tool === 'measure') {
        const picked = toMeasure(at)
        if (picked) setEnds(ends[0] && !ends[1] ? [ends[0], picked] : [picked, undefined])
        return
      }
      if (tool !== 'inside') choose(at)
    },
    over(at: [number, number]): void {
      if (hand.picking) hand.move(at)
      else if (tool === 'measure') inHand.setHover(toMeasure(at))
      else point(at)
    },
    leave(): void {
      hand.leave()
      inHand.setHover(undefined)
      session.point(undefined)
    },
  }
}

/** The 3D picture, with nodes, handles and what is pointed at drawn over it. */
export function ScenePanel({
  sheet,
  children,
}: {
  readonly sheet?: Id | undefined
  readonly children?: ReactNode
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { view, noPicture } = useView(canvas)
  const scene = useShownScene()
  const { result, bodies, rooms, shown } = scene
  useDrawn(view, sheet, scene)
  const hand = usePicking(view, bodies)
  const inHand = useViewTool(view)
  const { tool, close } = inHand
  return (
    <section
      aria-label="3D view"
      data-bodies={view ? bodies.filter((b) => !b.stale).length : undefined}
      className={`relative h-full overflow-hidden ${sheet ? 'bg-base-100' : 'bg-gradient-to-b from-[var(--view-top)] to-[var(--view-bottom)]'}`}
    >
      <SceneCanvas canvas={canvas} view={view} scene={scene} inHand={inHand} hand={hand} />
      {view && !sheet && <SceneOverlays view={view} scene={scene} inHand={inHand} hand={hand} />}
      {!sheet && (
        <ViewBar
          view={view}
          tool={tool}
          hasRoom={rooms.length > 0}
          onTool={(next) => {
            close()
            inHand.setTool(next)
          }}
        />
      )}
      {view && !sheet && tool && (
        <PanelOfTool
          tool={tool}
          view={view}
          shown={shown}
          bodies={bodies}
          rooms={rooms}
          ends={inHand.ends}
          hover={inHand.hover}
          onEnds={inHand.setEnds}
          onClose={close}
        />
      )}
      {children}
      <SceneNotes
        stale={scene.stale}
        noPicture={noPicture}
        empty={bodies.length === 0 && rooms.length === 0 && !sheet && !((result?.awaits ?? 0) > 0)}
      />
    </section>
  )
}

/** The picture itself, with what pointer, wheel and keys do on it. */
function SceneCanvas(props: {
  readonly canvas: RefObject<HTMLCanvasElement | null>
  readonly view: BenchView | undefined
  readonly scene: ShownScene
  readonly inHand: ToolInHand
  readonly hand: ReturnType<typeof usePicking>
}) {
  const { canvas, view, hand, inHand } = props
  const { tool } = inHand
  const pointer = useScenePointer(view, props.scene, inHand, hand)
  const place = (e: React.PointerEvent): [number, number] => {
    const box = canvas.current!.getBoundingClientRect()
    return [e.clientX - box.left, e.clientY - box.top]
  }
  return (
    <canvas
      ref={canvas}
      tabIndex={0}
      aria-label="The part in 3D. Arrow keys turn it, with Shift they move it, plus and minus bring it nearer, Home shows all."
      className={`absolute inset-0 h-full w-full touch-none outline-offset-[-2px] ${tool === 'measure' || hand.picking ? 'cursor-crosshair' : ''}`}
      onPointerDown={(e) => pointer.down(place(e))}
      onPointerUp={(e) => pointer.up(place(e), e.shiftKey)}
      onPointerMove={(e) => {
        if (tool === 'inside' && e.buttons === 1) view?.moveInside((i) => i.drag(e.movementX, e.movementY))
        if (e.buttons === 0) pointer.over(place(e))
      }}
      onWheel={(e) => {
        if (tool === 'inside') view?.moveInside((i) => i.walk(-Math.sign(e.deltaY), 0))
      }}
      onPointerLeave={pointer.leave}
      onKeyDown={(e) => {
        if (e.key === 'Escape' && tool === 'inside') return inHand.close()
        const turn = VIEW_KEYS[e.key]
        if (!turn) return
        e.preventDefault()
        if (e.shiftKey && e.key.startsWith('Arrow')) view?.pan(turn[0] * PAN, turn[1] * PAN)
        else view?.turn(...turn)
      }}
    />
  )
}

/** What is drawn over the picture. */
function SceneOverlays(props: {
  readonly view: BenchView
  readonly scene: ShownScene
  readonly inHand: ToolInHand
  readonly hand: ReturnType<typeof usePicking>
}) {
  const { view, hand } = props
  const { part, result, chosen, shown, played, alone } = props.scene
  const { tool, ends, hover } = props.inHand
  const station = useSessionState((s) => selectionOf(s).station)
  const placing = useSessionState((s) => s.placing)
  const figure = sheetFigure(part.steps, result, chosen, hand)
  return (
    <>
      {shown && !played && (
        <>
          <div
            className={
              tool === 'measure' || placing || hand.picking
                ? 'pointer-events-none [&_*]:pointer-events-none!'
                : ''
            }
          >
            <NodeOverlay view={view} shown={shown} active={station === 'path' && tool !== 'measure'} />
          </div>
          {part.steps
            .filter((s) => s.id === shown.pathStep || s.id === shown.runStep)
            .map((s) => {
              const { Handles } = pageOf(s)
              return Handles && <Handles key={s.id} step={s} view={view} shown={shown} />
            })}
          {alone && <PathLine view={view} path={alone} />}
          <FocusChip view={view} shown={shown} />
        </>
      )}
      {tool === 'measure' && <MeasureMarks view={view} ends={ends} hover={hover} />}
      {!placing && !hand.picking && tool !== 'measure' && <MarksOfChosen view={view} chosen={chosen} />}
      {placing && <PlaneOverlay view={view} placing={placing} />}
      {figure && <SheetFigure view={view} frame={figure} />}
      <PickBanner hand={hand} />
    </>
  )
}

/** The list of before while it holds the same. */
function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list)
  if (kept === list || (kept.length === list.length && kept.every((v, i) => v === list[i]))) return kept
  setKept(list)
  return list
}

/** Whether a run goes along a path where that lies. */
function liesAlong(steps: readonly Step[], run: Id, path: Id): boolean {
  const step = steps.find((s) => s.id === run)
  return inputOf(step, 'path') === path && !(step?.kind === 'run' && step.stands)
}

/** What the chosen step shows of itself over the picture. */
function MarksOfChosen({ view, chosen }: { readonly view: BenchView; readonly chosen: Id | null }) {
  const step = usePart().steps.find((s) => s.id === chosen)
  const marks = step && pageOf(step).Marks
  return marks ? createElement(marks, { step, view, key: step.id }) : null
}

/** How the chosen sheet lies, or would on the flat face that the pointer is over. */
function sheetFigure(
  steps: readonly Step[],
  result: PartResult | undefined,
  chosen: Id | null,
  { picking, under }: PickingInHand,
): PlaneFrame | undefined {
  const step = steps.find((s) => s.id === (picking?.step ?? chosen))
  if (step?.kind !== 'sketch') return undefined
  if (picking && under) {
    const face = facesOfBody(under.shown.body).faces.find((f) => f.name === under.name)
    if (face?.form.kind === 'plane') {
      return facing(
        { ...frameOnFace(face.form, 0), origin: face.at },
        step.facing ?? { over: false, quarters: 0 },
      )
    }
  }
  return stepResult(result, step.id)?.output?.sketch?.frame
}

/** The panel of the view's tool in hand. */
function PanelOfTool(props: {
  readonly tool: ViewTool
  readonly view: BenchView
  readonly shown: RunView | undefined
  readonly bodies: readonly ShownBody[]
  readonly rooms: readonly ShownRoom[]
  readonly ends: Ends
  readonly hover: Measurable | undefined
  onEnds(ends: Ends): void
  onClose(): void
}) {
  const { tool, view, shown, bodies, rooms, ends, hover, onEnds, onClose } = props
  switch (tool) {
    case 'lens':
      return <LensPanel view={view} onClose={onClose} />
    case 'inside':
      return <InsidePanel view={view} rooms={rooms} onClose={onClose} />
    case 'grow':
      return <GrowPanel view={view} onClose={onClose} />
    case 'measure':
      return (
        <MeasurePanel view={view} shown={shown} ends={ends} hover={hover} onEnds={onEnds} onClose={onClose} />
      )
    case 'section':
      return shown?.run ? <SectionPanel run={shown.run} onClose={onClose} /> : null
    case 'cut': {
      const along = bodies.find((b) => b.step === shown?.runStep) ?? bodies.find((b) => b.carried)
      return <CutPanel view={view} bodies={bodies} carried={along?.carried} onClose={onClose} />
    }
  }
}
