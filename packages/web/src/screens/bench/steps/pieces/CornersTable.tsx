import { type MeasuredCorner, type PiecesStep, changePieces } from '@flexum/core/recipe'
import type { CutsGiven, SawnCorner, SawnEnd, SawSetting } from '@flexum/core/cutting'
import { deg } from '@flexum/core/num'
import { formatDecimal, typedFormula, formatAngle } from '@flexum/core/units'
import { Section } from '../../../../ui/Figures.tsx'
import { useBench } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { sawAngle } from '@flexum/core/report'

/** The mitred corners, each as drawn and, where it was measured on site, as that, with what it does to the saw. */
export function CornersTable({ step, cuts }: { readonly step: PiecesStep; readonly cuts: CutsGiven }) {
  const { session } = useBench()
  const measured = step.measured ?? []
  const ends = cuts.pieces
    .flatMap((p) => [p.start, p.end])
    .filter((e): e is Cornered => e.made === 'mitre' && e.corner !== undefined)
  const corners = ends.filter((e, i) => ends.findIndex((o) => o.corner.key === e.corner.key) === i)
  // Corners of returns are square by themselves.
  const onSite = corners.filter((e) => e.corner.key !== 'start' && e.corner.key !== 'end')
  if (onSite.length === 0 && measured.length === 0) return null
  const set = (next: PiecesStep['measured'], label: string) =>
    session.run(
      changePieces,
      { step: step.id, choices: { measured: next && next.length > 0 ? next : undefined } },
      { label },
    )
  const gone = measured.filter((m) => !onSite.some((e) => e.corner.key === m.corner))
  return (
    <Section title="Corners in the room">
      <ul className="flex flex-col gap-1.5" aria-label="Corners in the room">
        {onSite.map(({ corner, setting }, i) => {
          const own = measured.find((m) => m.corner === corner.key)
          const drawn = formatAngle(corner.drawn, 2)
          return (
            <CornerRow
              key={corner.key}
              corner={corner}
              i={i}
              drawn={drawn}
              own={own}
              set={set}
              measured={measured}
              step={step}
              setting={setting}
            />
          )
        })}
        {gone.map((m) => (
          <GoneCorner key={m.corner} m={m} set={set} measured={measured} />
        ))}
      </ul>
    </Section>
  )
}

/** One corner, as it is in the room. */
function CornerRow({
  corner,
  i,
  drawn,
  own,
  set,
  measured,
  step,
  setting,
}: {
  readonly corner: SawnCorner
  readonly i: number
  readonly drawn: string
  readonly own: MeasuredCorner | undefined
  readonly set: (next: PiecesStep['measured'], label: string) => boolean
  readonly measured: readonly MeasuredCorner[]
  readonly step: PiecesStep
  readonly setting: SawSetting
}) {
  return (
    <li className="border-t hairline pt-1.5 first:border-t-0 first:pt-0">
      <div className="flex items-center justify-between gap-2">
        <span>
          Corner {i + 1} <span className="muted">{corner.drawn > Math.PI ? 'outside' : 'inside'}</span>
        </span>
        <span className="figure">{drawn}</span>
        <button
          type="button"
          className="btn btn-xs btn-paper"
          aria-label={own ? `Take corner ${i + 1} as drawn` : `Corner ${i + 1} was measured`}
          onClick={() =>
            own
              ? set(
                  measured.filter((m) => m !== own),
                  `Take corner ${i + 1} as drawn`,
                )
              : set(
                  [
                    ...measured,
                    {
                      corner: corner.key,
                      angle: typedFormula(`${formatDecimal(deg(corner.drawn), 2)} deg`, 'mm'),
                    },
                  ],
                  `Measure corner ${i + 1}`,
                )
          }
        >
          {own ? 'As drawn' : 'Measured…'}
        </button>
      </div>
      {own && (
        <div className="pt-1">
          <StepField
            step={step}
            field={`measured/${corner.key}/angle`}
            label="Measured"
            of={`corner ${i + 1}`}
            formula={own.angle}
            dimension="angle"
          />
          <p className="muted pt-1">
            Mitre {sawAngle(corner.drawnSetting.mitre)} becomes {sawAngle(setting.mitre)}, bevel{' '}
            {sawAngle(corner.drawnSetting.bevel)} becomes {sawAngle(setting.bevel)}.
          </p>
        </div>
      )}
    </li>
  )
}

/** What was measured at a corner that is no more. */
function GoneCorner({
  m,
  set,
  measured,
}: {
  readonly m: MeasuredCorner
  readonly set: (next: PiecesStep['measured'], label: string) => boolean
  readonly measured: readonly MeasuredCorner[]
}) {
  return (
    <li className="flex items-center justify-between gap-2">
      <span className="muted">A corner that is not mitred now</span>
      <button
        type="button"
        className="btn btn-xs btn-paper"
        onClick={() =>
          set(
            measured.filter((x) => x !== m),
            'Forget a measured corner',
          )
        }
      >
        Forget it
      </button>
    </li>
  )
}

type Cornered = SawnEnd & { readonly corner: NonNullable<SawnEnd['corner']> }
