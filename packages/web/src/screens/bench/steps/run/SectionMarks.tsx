import { type RunStep, changeRun } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'

/** A place on the picture, px. */
export type Place = readonly [number, number]

const HALO = { stroke: 'var(--color-base-100)', strokeWidth: '3', paintOrder: 'stroke' } as const

/** The section's own axes as it was drawn, from where the run starts. */
export function SectionAxes({
  origin,
  x,
  y,
  flip,
}: {
  readonly origin: Place
  readonly x: Place
  readonly y: Place
  readonly flip: boolean
}) {
  return (
    <g role="img" aria-label={`Section axes at the start${flip ? ', flipped' : ''}`} fill="none">
      <title>The section as drawn: x and y where the run starts</title>
      {(
        [
          ['x', x],
          ['y', y],
        ] as const
      ).map(([name, tip]) => (
        <g key={name}>
          <path
            d={`M${origin[0]} ${origin[1]}L${tip[0]} ${tip[1]}`}
            stroke="var(--color-primary)"
            strokeWidth="1.6"
            {...(name === 'x' ? {} : { strokeDasharray: '4 2.5' })}
          />
          <text
            x={tip[0] + (tip[0] - origin[0]) * 0.08}
            y={tip[1] + (tip[1] - origin[1]) * 0.08}
            className="figure select-none"
            fill="var(--color-primary)"
            {...HALO}
            textAnchor="middle"
            dominantBaseline="central"
          >
            {name}
          </text>
        </g>
      ))}
    </g>
  )
}

/** The button that flips a run's section left to right. */
export function FlipButton({ step, at }: { readonly step: RunStep; readonly at: Place }) {
  const { session } = useBench()
  const flip = (): void =>
    void session.run(changeRun, { step: step.id, choices: { flip: !step.flip } }, { label: 'Flip' })
  return (
    <>
      <g
        role="button"
        tabIndex={0}
        aria-label="Flip the section left to right"
        aria-pressed={step.flip}
        className="pointer-events-auto cursor-pointer"
        transform={`translate(${at[0]} ${at[1]})`}
        onClick={flip}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' && e.key !== ' ') return
          e.preventDefault()
          flip()
        }}
      >
        <title>Flip the section left to right</title>
        <circle
          r="11"
          fill="var(--color-base-100)"
          stroke="var(--color-primary)"
          strokeWidth={step.flip ? 2.4 : 1.2}
        />
        <path
          d="M-6 0H6M-6 0l3-3M-6 0l3 3M6 0l-3-3M6 0l-3 3"
          stroke="var(--color-primary)"
          strokeWidth="1.4"
          fill="none"
        />
      </g>
      {step.flip && (
        <text
          x={at[0]}
          y={at[1] + 24}
          className="figure select-none"
          fill="var(--color-primary)"
          textAnchor="middle"
          {...HALO}
        >
          flipped
        </text>
      )}
    </>
  )
}

/** What the clock handle looks like. */
export function ClockKnob() {
  return (
    <>
      <title>Drag to turn the section; hold Alt for any angle</title>
      <circle r="13" fill="transparent" />
      <circle r="6" fill="var(--color-base-100)" stroke="var(--color-primary)" strokeWidth="2" />
      <path
        d="M-9 -7A11 11 0 0 1 9 -7M9 -7l-5 -1M9 -7l1 -5"
        stroke="var(--color-primary)"
        strokeWidth="1.4"
        fill="none"
      />
    </>
  )
}
