import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import type { Id } from '@flexum/core/base'
import { outlineOf } from '@flexum/core/profile'
import { frameAt } from '@flexum/core/sweep'
import { vec3, type Vec3 } from '@flexum/core/space'
import type { RunOutput } from '@flexum/core/evaluate'
import { runView } from '../../bench/results.ts'
import { selectionOf } from '../../bench/session.ts'
import { BenchView, STANDARD_VIEWS, type CameraState, type StandardView } from '../../scene/BenchView.ts'
import { currentTheme, type Theme } from '../../ui/theme.ts'
import { useBench, usePart, useSessionState } from './context.ts'
import { FocusChip } from './FocusChip.tsx'
import { SectionHandles } from './SectionHandles.tsx'
import { NodeOverlay } from './NodeOverlay.tsx'

const cameraKey = (id: string): string => `flexum.camera.${id}`

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

/** The section's outlines at a station, in space, as pairs of points. */
function sectionLines(run: RunOutput, station: number): Vec3[] {
  const o = outlineOf(run.section, run.chordError)
  const f = frameAt(run.frames, station)
  const at = (v: number): Vec3 => vec3.addScaled(vec3.addScaled(f.origin, f.n, o.x[v]!), f.b, o.y[v]!)
  return Array.from(o.sideFrom, (v, i) => [at(v), at(o.sideTo[i]!)]).flat()
}

/** The 3D picture, with nodes, handles and what is pointed at drawn over it. */
export function ScenePanel({
  sheet,
  children,
}: {
  readonly sheet?: Id | undefined
  readonly children?: ReactNode
}) {
  const { session, view: viewRef } = useBench()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const focus = useSessionState((s) => s.focus)
  const working = useSessionState((s) => s.working)
  const problem = useSessionState((s) => s.problem)
  const station = useSessionState((s) => selectionOf(s).station)
  const canvas = useRef<HTMLCanvasElement>(null)
  const [view, setView] = useState<BenchView>()
  const [noPicture, setNoPicture] = useState<string>()
  const id = session.store.getState().id
  const shown = useMemo(() => runView(part, result), [part, result])
  const run = shown?.run
  const stale = shown?.stale ?? false

  useEffect(() => {
    let made: BenchView
    try {
      made = new BenchView(canvas.current!, currentTheme())
    } catch (error) {
      setNoPicture(error instanceof Error ? error.message : 'WebGL is not there')
      return
    }
    const kept = sessionStorage.getItem(cameraKey(id))
    if (kept !== null) made.setCamera(JSON.parse(kept) as CameraState)
    viewRef.current = made
    setView(made)
    const onTheme = (e: Event): void => made.setTheme((e as CustomEvent<Theme>).detail)
    window.addEventListener('flexum:theme', onTheme)
    const keep = (): void => sessionStorage.setItem(cameraKey(id), JSON.stringify(made.cameraState()))
    window.addEventListener('pagehide', keep)
    return () => {
      keep()
      window.removeEventListener('flexum:theme', onTheme)
      window.removeEventListener('pagehide', keep)
      viewRef.current = undefined
      setView(undefined)
      made.dispose()
    }
  }, [id, viewRef])

  useEffect(() => view?.setRun(run, stale), [view, run, stale])
  useEffect(() => {
    if (!sheet) view?.faceSheet(undefined)
  }, [view, sheet])
  useEffect(() => {
    const lines = run && !stale && focus?.station !== undefined ? sectionLines(run, focus.station) : undefined
    view?.setFocus(focus?.segment, lines)
  }, [view, run, stale, focus])

  const place = (e: React.PointerEvent): [number, number] => {
    const box = canvas.current!.getBoundingClientRect()
    return [e.clientX - box.left, e.clientY - box.top]
  }
  return (
    <section
      aria-label="3D view"
      className={`relative h-full overflow-hidden ${sheet ? 'bg-base-100' : 'bg-gradient-to-b from-[var(--view-top)] to-[var(--view-bottom)]'}`}
    >
      <canvas
        ref={canvas}
        tabIndex={0}
        aria-label="The part in 3D. Arrow keys turn it, plus and minus bring it nearer, Home shows all."
        className="absolute inset-0 h-full w-full outline-offset-[-2px]"
        onPointerMove={(e) => {
          if (e.buttons === 0) session.point(view?.pick(...place(e)))
        }}
        onPointerLeave={() => session.point(undefined)}
        onKeyDown={(e) => {
          const turn = VIEW_KEYS[e.key]
          if (!turn) return
          e.preventDefault()
          view?.turn(...turn)
        }}
      />
      {view && shown && !sheet && <NodeOverlay view={view} shown={shown} active={station === 'path'} />}
      {view && shown && !sheet && <SectionHandles view={view} shown={shown} />}
      {view && shown && !sheet && <FocusChip view={view} shown={shown} />}
      <div
        className="absolute top-2.5 left-3 flex gap-1"
        role="group"
        aria-label="Look from"
        hidden={sheet !== undefined}
      >
        {Object.keys(STANDARD_VIEWS).map((name) => (
          <button
            key={name}
            type="button"
            className="btn btn-sm btn-ghost font-normal hover:bg-base-100"
            onClick={() => view?.look(name as StandardView)}
          >
            {name}
          </button>
        ))}
      </div>
      {children}
      {working && <WorkMark onStop={() => session.cancelWork()} />}
      {stale && (
        <p className="absolute bottom-3 left-3 rounded-box bg-[var(--block-wash)] px-3 py-1.5" role="status">
          <span aria-hidden className="text-error">
            ✕{' '}
          </span>
          The last good result; the part as it now stands cannot be built.
        </p>
      )}
      {problem && !stale && (
        <p className="absolute bottom-3 left-3 rounded-box bg-[var(--warn-wash)] px-3 py-1.5" role="status">
          {problem}
        </p>
      )}
      {noPicture && (
        <p className="absolute inset-x-10 top-1/3 text-center" role="alert">
          This browser shows no 3D ({noPicture}). Figures, strip and files work all the same.
        </p>
      )}
      {result && !run && !stale && !noPicture && !sheet && (
        <p className="muted absolute inset-x-10 top-1/3 text-center">
          {part.steps.length === 0
            ? 'Nothing here yet. Add a path, a profile and a run from the recipe.'
            : 'No body yet: a run carries a profile along a path.'}
        </p>
      )}
    </section>
  )
}

/** Comes up only when the work takes long enough to wonder. */
function WorkMark({ onStop }: { onStop(): void }) {
  const [late, setLate] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 400)
    return () => clearTimeout(timer)
  }, [])
  if (!late) return null
  return (
    <div
      role="status"
      className="absolute top-3 right-3 flex items-center gap-2 rounded-box bg-base-100 px-3 py-1.5 shadow"
    >
      <span className="loading loading-spinner loading-xs" aria-hidden /> Working…
      <button type="button" className="link" onClick={onStop}>
        Stop
      </button>
    </div>
  )
}
