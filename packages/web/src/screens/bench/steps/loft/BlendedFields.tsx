import { countingIds } from '@flexum/core/base'
import { idsIn, type LoftStep, type LoftOutline, changeLoft } from '@flexum/core/recipe'
import { partOf } from '../../../../bench/session.ts'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { BodyChoice } from '../shared/BodyChoice.tsx'
import { bodiesBefore } from '../shared/bodies-before.ts'
import { RegionPicker } from '../shared/RegionPicker.tsx'

const WAYS = { straight: 'straight', smooth: 'smooth' } as const
const ENDS = {
  free: 'freely',
  square: 'square to its plane',
  tangent: 'tangent to a body',
} as const

/** Between which outlines, straight or smooth, and how it leaves the first and comes to the last. */
export function BlendedFields({ step }: { readonly step: LoftStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: Parameters<typeof changeLoft>[1]['choices'], label: string): void =>
    void session.run(changeLoft, { step: step.id, choices }, { label })
  const put = (o: LoftOutline, next: Partial<LoftOutline>, label: string): void =>
    change({ outlines: step.outlines.map((x) => (x === o ? { ...x, ...next } : x)) }, label)
  const index = part.steps.findIndex((s) => s.id === step.id)
  const sketches = part.steps.slice(0, index).filter((s) => s.kind === 'sketch')
  /** The body that the sheet of an end lies on, else the last before. */
  const standing = (side: 'start' | 'end') => {
    const { sketch } = step.outlines.at(side === 'start' ? 0 : -1)!
    const sheet = sketches.find((s) => s.id === sketch)
    const id = sheet?.plane.kind === 'face' ? sheet.plane.on.of : bodiesBefore(part, step, []).at(-1)?.id
    return id === undefined ? {} : { [`${side}On`]: id }
  }
  const add = (): void => {
    const id = countingIds('o', idsIn(partOf(session.store.getState())))()
    const unused = sketches.find((s) => !step.outlines.some((o) => o.sketch === s.id)) ?? sketches.at(-1)
    if (unused)
      change(
        { outlines: [...step.outlines, { id, sketch: unused.id, regions: [], shift: '0' }] },
        'One outline more',
      )
  }
  return (
    <>
      <Choice
        label="Between them"
        value={step.smooth ? 'smooth' : 'straight'}
        choices={WAYS}
        onChoose={(way) => change({ smooth: way === 'smooth' }, WAYS[way])}
      />
      {step.smooth &&
        (['start', 'end'] as const).map((side) => (
          <SideFields key={side} side={side} step={step} change={change} standing={standing} />
        ))}
      <ol aria-label="Outlines" className="flex flex-col gap-2">
        {step.outlines.map((o, i) => (
          <OutlineRow key={o.id} o={o} i={i} step={step} change={change} put={put} />
        ))}
      </ol>
      <button type="button" className="btn btn-sm btn-paper self-start" onClick={add}>
        Add an outline
      </button>
      <p className="muted">Lines in the picture show what meets what; drag their dots round an outline.</p>
    </>
  )
}

/** How the body leaves the outline of one side. */
function SideFields({
  side,
  step,
  change,
  standing,
}: {
  readonly side: 'start' | 'end'
  readonly step: LoftStep
  readonly change: (choices: Parameters<typeof changeLoft>[1]['choices'], label: string) => void
  readonly standing: (side: 'start' | 'end') => { [x: string]: string }
}) {
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label={side === 'start' ? 'Leaves the first' : 'Comes to the last'}
        value={step[side]}
        choices={ENDS}
        onChoose={(kind) =>
          change(
            kind === 'tangent' && !step[`${side}On`] ? { [side]: kind, ...standing(side) } : { [side]: kind },
            ENDS[kind],
          )
        }
      />
      {step[side] === 'tangent' && (
        <BodyChoice
          step={step}
          label="The body it stands on"
          of={step[`${side}On`] ?? ''}
          onChoose={(id) => change({ [`${side}On`]: id }, 'Stands on it')}
        />
      )}
      {step[side] !== 'free' && (
        <StepField
          step={step}
          field={`${side}Pull`}
          label="Holds that, pull"
          of={side === 'start' ? 'at the first' : 'at the last'}
          formula={step[`${side}Pull`]}
          dimension="number"
        />
      )}
    </div>
  )
}

/** One outline: where it is drawn, moved up, or taken out. */
function OutlineRow({
  o,
  i,
  step,
  change,
  put,
}: {
  readonly o: LoftOutline
  readonly i: number
  readonly step: LoftStep
  readonly change: (choices: Parameters<typeof changeLoft>[1]['choices'], label: string) => void
  readonly put: (o: LoftOutline, next: Partial<LoftOutline>, label: string) => void
}) {
  return (
    <li className="rounded-box border hairline p-2" aria-label={`Outline ${i + 1}`}>
      <div className="mb-1 flex items-center gap-1.5">
        <h3 className="heading flex-1">Outline {i + 1}</h3>
        {i > 0 && (
          <button
            type="button"
            className="btn btn-xs btn-paper"
            onClick={() => {
              const next = [...step.outlines]
              ;[next[i - 1], next[i]] = [next[i]!, next[i - 1]!]
              change({ outlines: next }, 'Outlines in another order')
            }}
          >
            Up<span className="sr-only">, outline {i + 1}</span>
          </button>
        )}
        {step.outlines.length > 2 && (
          <button
            type="button"
            className="btn btn-xs btn-paper"
            onClick={() => change({ outlines: step.outlines.filter((x) => x !== o) }, 'One outline less')}
          >
            Remove<span className="sr-only"> outline {i + 1}</span>
          </button>
        )}
      </div>
      <RegionPicker chosen={o} what={`outline ${i + 1}`} onChange={(next, label) => put(o, next, label)} />
      <StepField
        step={step}
        field={`outlines/${o.id}/shift`}
        label="Met further on, %"
        of={`of outline ${i + 1}`}
        formula={o.shift}
        dimension="number"
      />
    </li>
  )
}
