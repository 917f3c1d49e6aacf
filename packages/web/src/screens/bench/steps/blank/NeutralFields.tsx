import { Plus, X } from 'lucide-react'
import {
  type BlankStep,
  changeBlank,
  type BlankChoices,
  type BendShare,
  type ShareRow,
} from '@flexum/core/recipe'
import { bendKey } from '@flexum/core/recipe/evaluated'
import { formatDecimal } from '@flexum/core/units'
import { runView, stepResult } from '../../../../bench/results.ts'
import { newId } from '../../actions/ids.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { useShallow } from 'zustand/react/shallow'

const WAYS = { one: 'one share for all', ratio: 'by radius over depth' } as const

/** Where the neutral line lies: one share for all bends or by how tight they are, and bends with one of their own. */
export function NeutralFields({ step }: { readonly step: BlankStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: BlankChoices, label: string) =>
    session.run(changeBlank, { step: step.id, choices }, { label })
  const { shares, each = [] } = step
  const view = useSessionState(useShallow((s) => runView(part, s.result, step.run)))
  const developed = useSessionState((s) => stepResult(s.result, step.id)?.output?.blank?.developed)
  const rows = view?.bending?.table?.rows ?? []
  const bends = rows.flatMap((row, i) => {
    const key = view?.path && bendKey(row, view.path)
    const share = developed?.bends.find((b) => b.segment === row.segments[0])?.share
    return key === undefined ? [] : [{ key, number: i + 1, share }]
  })
  const free = bends.filter((b) => !each.some((e) => e.bend === b.key))
  return (
    <>
      <Choice<keyof typeof WAYS>
        label="Neutral line"
        value={shares ? 'ratio' : 'one'}
        choices={WAYS}
        onChoose={(way) =>
          change(
            {
              shares:
                way === 'one'
                  ? undefined
                  : [
                      { id: newId(part, 'k'), ratio: '2', share: '0.42' },
                      { id: newId(part, 'l'), ratio: '5', share: '0.5' },
                    ],
            },
            `Neutral line: ${WAYS[way]}`,
          )
        }
      />
      {!shares && (
        <StepField
          step={step}
          field="neutral"
          label="Neutral line, share of depth"
          formula={step.neutral}
          dimension="number"
        />
      )}
      {shares?.map((row, i) => (
        <RatioRow key={row.id} row={row} i={i} step={step} shares={shares} change={change} />
      ))}
      {shares && (
        <button
          type="button"
          className="btn btn-xs btn-paper self-start"
          onClick={() => {
            const last = shares.at(-1)!
            change(
              { shares: [...shares, { ...last, id: newId(part, 'k'), ratio: '8' }] },
              'Add a row of shares',
            )
          }}
        >
          <Plus size={12} aria-hidden /> Row
        </button>
      )}
      {each.map((e) => {
        const bend = bends.find((b) => b.key === e.bend)
        const name = bend ? `Bend ${bend.number}` : 'A bend that is gone'
        return <BendOfItsOwn key={e.bend} e={e} step={step} name={name} each={each} change={change} />
      })}
      {free.length > 0 && <AnotherBend free={free} change={change} each={each} />}
    </>
  )
}

/** The share of one ratio of radius over depth. */
function RatioRow({
  row,
  i,
  step,
  shares,
  change,
}: {
  readonly row: ShareRow
  readonly i: number
  readonly step: BlankStep
  readonly shares: readonly ShareRow[]
  readonly change: (choices: BlankChoices, label: string) => boolean
}) {
  return (
    <fieldset className="flex flex-col gap-1 border-l-2 hairline pl-2">
      <legend className="sr-only">Row {i + 1}</legend>
      <StepField
        step={step}
        field={`shares/${row.id}/ratio`}
        label={`${i + 1}: radius over depth`}
        formula={row.ratio}
        dimension="number"
      />
      <div className="grid grid-cols-[1fr_auto] items-start gap-1">
        <StepField
          step={step}
          field={`shares/${row.id}/share`}
          label={`${i + 1}: share`}
          formula={row.share}
          dimension="number"
        />
        <button
          type="button"
          className="btn btn-xs btn-ghost mt-0.5"
          aria-label={`Take out row ${i + 1}`}
          disabled={shares.length === 1}
          onClick={() => change({ shares: shares.filter((r) => r !== row) }, 'Take out a row')}
        >
          <X size={12} aria-hidden />
        </button>
      </div>
    </fieldset>
  )
}

/** The share of one bend that has its own. */
function BendOfItsOwn({
  e,
  step,
  name,
  each,
  change,
}: {
  readonly e: BendShare
  readonly step: BlankStep
  readonly name: string
  readonly each: readonly BendShare[]
  readonly change: (choices: BlankChoices, label: string) => boolean
}) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-start gap-1">
      <StepField
        step={step}
        field={`each/${e.bend}/share`}
        label={`${name}, share of its own`}
        formula={e.share}
        dimension="number"
      />
      <button
        type="button"
        className="btn btn-xs btn-ghost mt-0.5"
        aria-label={`${name}: no share of its own`}
        onClick={() => {
          const rest = each.filter((x) => x !== e)
          change({ each: rest.length > 0 ? rest : undefined }, 'No share of its own')
        }}
      >
        <X size={12} aria-hidden />
      </button>
    </div>
  )
}

/** Gives one more bend a share of its own. */
function AnotherBend({
  free,
  change,
  each,
}: {
  readonly free: { key: string; number: number; share: number | undefined }[]
  readonly change: (choices: BlankChoices, label: string) => boolean
  readonly each: readonly BendShare[]
}) {
  return (
    <Choice
      label="Another share for"
      value=""
      choices={[
        ['', 'no bend'],
        ...free.map(
          (b) =>
            [
              b.key,
              `bend ${b.number}${b.share === undefined ? '' : `, now ${formatDecimal(b.share, 3)}`}`,
            ] as const,
        ),
      ]}
      onChoose={(key) => {
        const bend = free.find((b) => b.key === key)
        if (!bend) return
        const share = formatDecimal(bend.share ?? 0.5, 3)
        change({ each: [...each, { bend: key, share }] }, `Share of bend ${bend.number}`)
      }}
    />
  )
}
