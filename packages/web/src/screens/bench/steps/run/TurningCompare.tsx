import { useEffect, useRef, useState } from 'react'
import type { RunChoices, RunStep } from '@flexum/core/recipe'
import { formatDecimal, formatLength, formatAngle } from '@flexum/core/units'
import type { TurningCard } from '@flexum/core/service'
import { Cancelled } from '../../../../compute/client.ts'
import { useBench, usePart } from '../../context.ts'
import { useChangeRun } from './useChangeRun.ts'

const TITLES = { square: 'Square', upright: 'Upright', fixed: 'Fixed', faces: 'By the faces' } as const

/** The run turned in each way, side by side on its own path, with what the section loses; a click takes one. */
export function TurningCompare({ step }: { readonly step: RunStep }) {
  const part = usePart()
  const change = useChangeRun(step)
  const [cards, setCards] = useState<readonly TurningCard[]>()
  const [problem, setProblem] = useState<string>()
  const { compute } = useBench()
  useEffect(() => {
    let over = false
    compute.compare(part, step.id).then(
      (c) => !over && setCards(c),
      (e: unknown) => {
        if (!over && !(e instanceof Cancelled))
          setProblem(e instanceof Error ? e.message : 'The comparison stopped.')
      },
    )
    return () => {
      over = true
    }
  }, [compute, part, step.id])
  if (problem !== undefined) return <p className="text-error">✕ {problem}</p>
  if (!cards)
    return (
      <p className="muted" role="status">
        <span className="loading loading-spinner loading-xs" aria-hidden /> Turning it each way…
      </p>
    )
  const most = Math.max(...cards.map((c) => c.thickness))
  return (
    <ul aria-label="Turnings side by side" className="flex flex-col gap-2">
      {cards.map((c) => (
        <li key={c.turning}>
          <TurningCard c={c} step={step} change={change} most={most} />
        </li>
      ))}
    </ul>
  )
}

/** One way of turning, with what it comes to. */
function TurningCard({
  c,
  step,
  change,
  most,
}: {
  readonly c: TurningCard
  readonly step: RunStep
  readonly change: (choices: RunChoices, label: string) => void
  readonly most: number
}) {
  const part = usePart()
  return (
    <button
      type="button"
      className={`flex w-full cursor-pointer flex-col rounded-[3px] border p-1.5 text-left ${c.turning === step.turning ? 'border-primary bg-[var(--chosen-wash)]' : 'hairline bg-base-100 hover:border-primary'}`}
      aria-pressed={c.turning === step.turning}
      disabled={c.problem !== undefined}
      onClick={() => change({ turning: c.turning }, `Turn ${c.turning}`)}
    >
      {c.picture && <Drawn picture={c.picture} />}
      <span className="flex flex-col">
        <span className="flex justify-between">
          <b>{TITLES[c.turning]}</b>
          {c.turning === step.turning && <span className="muted">as it is</span>}
        </span>
        {c.problem === undefined ? (
          <span className="grid grid-cols-2 gap-x-4">
            <Row
              label="thinnest"
              value={formatLength(c.thickness, part.units.length)}
              poor={c.thickness < most * 0.9}
            />
            <Row
              label="volume"
              value={`${formatDecimal(c.volumeShare * 100, 1)} %`}
              poor={Math.abs(c.volumeShare - 1) > 0.02}
              title="Volume against section area times path length"
            />
            <Row
              label="roll at end"
              value={c.rollAtEnd === undefined ? 'leans' : formatAngle(c.rollAtEnd, 1)}
              title="Against the least roll that goes along the path"
            />
            {c.findings > 0 && <Row label="findings" value={String(c.findings)} poor />}
          </span>
        ) : (
          <span className="text-error">✕ {c.problem}</span>
        )}
      </span>
    </button>
  )
}

function Row(props: { label: string; value: string; poor?: boolean; title?: string }) {
  return (
    <span className="flex items-baseline justify-between gap-x-2">
      <span className="muted" title={props.title}>
        {props.label}
      </span>
      <span className="figure">
        {props.poor && <span aria-label="poor: ">◆ </span>}
        {props.value}
      </span>
    </span>
  )
}

function Drawn({ picture }: { readonly picture: NonNullable<TurningCard['picture']> }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    const { width, height, pixels } = picture
    context?.putImageData(new ImageData(new Uint8ClampedArray(pixels), width, height), 0, 0)
  }, [picture])
  return (
    <canvas
      ref={canvas}
      width={picture.width}
      height={picture.height}
      className="w-full self-center"
      aria-hidden
    />
  )
}
