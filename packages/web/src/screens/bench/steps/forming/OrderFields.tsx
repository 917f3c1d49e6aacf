import { useState } from 'react'
import { type FormingStep, changeForming } from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { formatDecimal, formatAngle } from '@flexum/core/units'
import { Figures } from '../../../../ui/Figures.tsx'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'

const ENDS = { start: 'the start', end: 'the end' } as const

/** From which end and in which order the bends are made, and what that takes. */
export function OrderFields({
  step,
  forming,
}: {
  readonly step: FormingStep
  readonly forming: FormingGiven | undefined
}) {
  const { session } = useBench()
  const { program } = forming ?? {}
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      <Choice<keyof typeof ENDS>
        label="Bent first from"
        value={step.fromEnd ? 'end' : 'start'}
        choices={ENDS}
        onChoose={(end) =>
          session.run(
            changeForming,
            { step: step.id, choices: { fromEnd: end === 'end' } },
            { label: `Bend from ${ENDS[end]}` },
          )
        }
      />
      <OrderField step={step} count={forming?.bends.length ?? 0} />
      {program && (
        <Figures
          rows={[
            ['Turned in all', formatAngle(program.turned, 1), String(deg(program.turned))],
            ['Time', `${formatDecimal(program.time, 1)} s`, String(program.time)],
          ]}
        />
      )}
    </div>
  )
}

/** The order of bends by their numbers, with blanks or commas between them; nothing is one after the other. */
function OrderField({ step, count }: { readonly step: FormingStep; readonly count: number }) {
  const { session } = useBench()
  const kept = (step.order ?? []).join(' ')
  const [typed, setTyped] = useState<string>()
  const numbers = (typed ?? kept)
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  const wrong = numbers.some((n) => !Number.isInteger(n) || n < 1)
    ? 'Numbers of bends, with blanks between them, as in 2 1 3.'
    : undefined
  const keep = (): void => {
    setTyped(undefined)
    if (typed === undefined || wrong || typed.trim() === kept) return
    const order = numbers.length === 0 ? undefined : numbers
    session.run(changeForming, { step: step.id, choices: { order } }, { label: 'Order of bends' })
  }
  return (
    <div>
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Order of bends</span>
        <input
          className="input input-sm figure text-right"
          autoComplete="off"
          placeholder={count > 1 ? `1 to ${count}` : ''}
          value={typed ?? kept}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={keep}
          onKeyDown={(e) => {
            if (e.key === 'Enter') keep()
            if (e.key === 'Escape') setTyped(undefined)
          }}
        />
      </label>
      {wrong && (
        <p role="alert" className="mt-0.5 text-right text-error">
          {wrong}
        </p>
      )}
    </div>
  )
}
