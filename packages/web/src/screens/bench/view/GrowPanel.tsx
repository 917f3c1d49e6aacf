import { Pause, Play } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { BenchView } from '../../../scene/BenchView.ts'
import { Choice } from '../inspector/Choice.tsx'
import { Slider, ToolPanel } from './ToolPanel.tsx'

const SPEEDS = { '12': 'slow', '6': 'steady', '2.5': 'quick' } as const

/** Plays the run from nothing to all of it and back. */
export function GrowPanel({ view, onClose }: { readonly view: BenchView; onClose(): void }) {
  const [share, setShare] = useState(1)
  const [playing, setPlaying] = useState(false)
  /** Seconds for one way. */
  const [speed, setSpeed] = useState<keyof typeof SPEEDS>('6')
  const way = useRef(-1)
  useEffect(() => view.grow(share < 1 ? share : undefined), [view, share])
  useEffect(() => () => view.grow(undefined), [view])
  useEffect(() => {
    if (!playing) return
    let before = performance.now()
    let frame = requestAnimationFrame(function step(now) {
      const by = (now - before) / 1000 / Number(speed)
      before = now
      setShare((at) => {
        if (at >= 1) way.current = -1
        if (at <= 0) way.current = 1
        return Math.min(Math.max(at + way.current * by, 0), 1)
      })
      frame = requestAnimationFrame(step)
    })
    return () => cancelAnimationFrame(frame)
  }, [playing, speed])
  return (
    <ToolPanel title="Grow" onClose={onClose}>
      <Slider
        label="Grown"
        value={share}
        min={0}
        max={1}
        step={0.002}
        shown={`${Math.round(share * 100)} %`}
        onChange={(v) => {
          setPlaying(false)
          setShare(v)
        }}
      />
      <div className="flex items-center gap-2">
        <button type="button" className="btn btn-sm btn-paper" onClick={() => setPlaying(!playing)}>
          {playing ? <Pause size={14} aria-hidden /> : <Play size={14} aria-hidden />}
          {playing ? 'Stop' : 'Play'}
        </button>
        <div className="flex-1">
          <Choice<keyof typeof SPEEDS>
            label="Speed"
            value={speed}
            choices={SPEEDS}
            hideLabel
            onChoose={setSpeed}
          />
        </div>
      </div>
    </ToolPanel>
  )
}
