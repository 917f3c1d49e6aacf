import { ChevronFirst, ChevronLast, Pause, Play, SkipBack, SkipForward } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { type FormingStep } from '@flexum/core/recipe'
import { CLASH_WORDS } from '@flexum/core/recipe/evaluated'
import { type Clash, type FormingGiven, type Program, timeOf } from '@flexum/core/forming'
import { formatDecimal, formatLength, formatAngle } from '@flexum/core/units'
import { playedMoment, reachOfBending } from '../../../../bench/playing.ts'
import { formingOf } from '../../../../bench/results.ts'
import type { BenchView } from '../../../../scene/BenchView.ts'
import { useBench, usePart, useSessionState, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'

const SPEEDS = { '1': 'as it is', '4': '4 times', '12': '12 times' } as const
/** The bending played in the picture, from the straight bar to the part: forward, back, by hand. */
export function SequenceMarks({ step, view }: { readonly step: FormingStep; readonly view: BenchView }) {
  const { session } = useBench()
  const forming = useSessionState((s) => formingOf(s.result, step.id))
  const open = useSessionState((s) => s.playing?.step === step.id)
  if (!forming || forming.bends.length === 0) return null
  return open ? (
    <Player step={step} view={view} forming={forming} />
  ) : (
    <button
      type="button"
      className="btn btn-sm btn-paper absolute bottom-3 left-1/2 -translate-x-1/2 shadow-sm"
      onClick={() => session.play({ step: step.id, time: 0 })}
    >
      <Play size={14} aria-hidden /> Play the bending
    </button>
  )
}

function Player(props: {
  readonly step: FormingStep
  readonly view: BenchView
  readonly forming: FormingGiven
}) {
  const { step, view, forming } = props
  const { session } = useBench()
  const { program, clashes } = forming
  const time = useSessionState((s) => Math.min(s.playing?.time ?? 0, program.time))
  const [running, setRunning] = useState(false)
  const [speed, setSpeed] = useState<keyof typeof SPEEDS>('4')
  const go = (to: number): void =>
    session.play({ step: step.id, time: Math.min(Math.max(to, 0), program.time) })
  const stopAt = (to: number): void => {
    setRunning(false)
    go(to)
  }
  // Looks at all of the bending while it is played, and at the part again as before.
  const first = useRef(forming)
  useEffect(() => {
    const before = view.cameraState()
    view.look('Isometric', reachOfBending(first.current))
    return () => {
      session.play(undefined)
      view.setCamera(before)
    }
  }, [view, session])
  useEffect(() => {
    if (!running) return
    let before = performance.now()
    let frame = requestAnimationFrame(function next(now) {
      const { playing } = session.store.getState()
      const to = (playing?.time ?? 0) + ((now - before) / 1000) * Number(speed)
      before = now
      session.play({ step: step.id, time: Math.min(to, program.time) })
      if (to >= program.time) setRunning(false)
      else frame = requestAnimationFrame(next)
    })
    return () => cancelAnimationFrame(frame)
  }, [running, speed, session, step.id, program.time])
  const moves = program.moves.flatMap((m) => [...m.begins])
  const before = moves.findLast((t) => t < time - 1e-6) ?? 0
  const after = moves.find((t) => t > time + 1e-6) ?? program.time
  const shown = `${formatDecimal(time, 1)} of ${formatDecimal(program.time, 1)} s`
  const place = (t: number): string => `${(100 * t) / program.time}%`
  return (
    <section
      aria-label="The bending"
      className="hairline absolute bottom-3 left-1/2 flex w-[560px] max-w-[94%] -translate-x-1/2 flex-col gap-1.5 rounded-[3px] border bg-base-100/95 px-3 py-2 shadow-sm"
      onKeyDown={(e) => {
        if (e.key === 'Escape') session.play(undefined)
      }}
    >
      <div className="flex items-baseline justify-between gap-3">
        <WhatNow />
        <button type="button" className="link muted text-[12.5px]" onClick={() => session.play(undefined)}>
          Close
        </button>
      </div>
      <PlayLine shown={shown} program={program} time={time} stopAt={stopAt} clashes={clashes} place={place} />
      <PlayButtons
        stopAt={stopAt}
        before={before}
        running={running}
        time={time}
        program={program}
        go={go}
        setRunning={setRunning}
        after={after}
        shown={shown}
        speed={speed}
        setSpeed={setSpeed}
      />
    </section>
  )
}

/** The line along which the bending is played, with its clashes. */
function PlayLine({
  shown,
  program,
  time,
  stopAt,
  clashes,
  place,
}: {
  readonly shown: string
  readonly program: Program
  readonly time: number
  readonly stopAt: (to: number) => void
  readonly clashes: readonly Clash[] | undefined
  readonly place: (t: number) => string
}) {
  return (
    <div className="relative">
      <input
        type="range"
        className="range range-xs range-primary w-full"
        aria-label="Time of the bending"
        aria-valuetext={shown}
        min={0}
        max={program.time}
        step={program.time / 2000}
        value={time}
        onChange={(e) => stopAt(Number(e.target.value))}
      />
      {clashes?.map((c, i) => (
        <button
          key={i}
          type="button"
          className="absolute -top-1.5 -translate-x-1/2 text-[12px] leading-none text-error"
          style={{ left: place(timeOf(program, c.first)) }}
          aria-label={`To where it runs into ${CLASH_WORDS[c.with]}`}
          title={`Runs into ${CLASH_WORDS[c.with]}`}
          onClick={() => stopAt(timeOf(program, c.first))}
        >
          ✕
        </button>
      ))}
    </div>
  )
}

/** Begin, back, play or stop, on. */
function PlayButtons({
  stopAt,
  before,
  running,
  time,
  program,
  go,
  setRunning,
  after,
  shown,
  speed,
  setSpeed,
}: {
  readonly stopAt: (to: number) => void
  readonly before: number
  readonly running: boolean
  readonly time: number
  readonly program: Program
  readonly go: (to: number) => void
  readonly setRunning: (next: boolean) => void
  readonly after: number
  readonly shown: string
  readonly speed: '1' | '4' | '12'
  readonly setSpeed: (next: '1' | '4' | '12') => void
}) {
  return (
    <div className="flex items-center gap-1.5">
      <Step label="To the straight bar" icon={ChevronFirst} onClick={() => stopAt(0)} />
      <Step label="Back by one motion" icon={SkipBack} onClick={() => stopAt(before)} />
      <button
        type="button"
        className="btn btn-xs btn-paper w-20"
        onClick={() => {
          if (!running && time >= program.time) go(0)
          setRunning(!running)
        }}
      >
        {running ? <Pause size={12} aria-hidden /> : <Play size={12} aria-hidden />}
        {running ? 'Stop' : 'Play'}
      </button>
      <Step label="On by one motion" icon={SkipForward} onClick={() => stopAt(after)} />
      <Step label="To the part" icon={ChevronLast} onClick={() => stopAt(program.time)} />
      <span className="figure muted ml-2 flex-1">{shown}</span>
      <div className="w-28">
        <Choice<keyof typeof SPEEDS>
          label="Speed"
          value={speed}
          choices={SPEEDS}
          hideLabel
          onChoose={setSpeed}
        />
      </div>
    </div>
  )
}

function Step(props: { readonly label: string; readonly icon: typeof Play; onClick(): void }) {
  return (
    <button
      type="button"
      className="btn btn-xs btn-paper btn-square"
      aria-label={props.label}
      title={props.label}
      onClick={props.onClick}
    >
      <props.icon size={13} aria-hidden />
    </button>
  )
}

/** What the bender is at, and what the bar runs into just then. */
function WhatNow() {
  const part = usePart()
  const units = useUnits()
  const result = useSessionState((s) => s.result)
  const playing = useSessionState((s) => s.playing)
  const now = playedMoment(part, result, playing)
  if (!now) return <p className="muted">The bar is on its way.</p>
  const { forming, moment, clashes } = now
  const { bar, program } = forming
  const words = (): string => {
    if (!moment) return 'The part, all bent'
    const m = program.moves[moment.move]!
    const of = `bend ${bar.bends[m.index]!.bend + 1}`
    if (moment.doing === 'feed') return `Feed ${formatLength(m.feed, units.length)} to ${of}`
    if (moment.doing === 'turn') return `Turn the bar by ${formatAngle(m.turn, 1)} for ${of}`
    return `Bend ${bar.bends[m.index]!.bend + 1}: ${formatAngle(m.set * moment.share, 1)} of ${formatAngle(m.set, 1)}${m.flipped ? ', to the other hand' : ''}`
  }
  return (
    <p role="status" className="min-w-0 truncate">
      {words()}
      {clashes.map((c) => (
        <span key={c.with} className="text-error">
          {' '}
          ✕ runs into {CLASH_WORDS[c.with]}, up to {formatLength(c.depth, units.length)} deep
        </span>
      ))}
    </p>
  )
}
