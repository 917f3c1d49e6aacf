import { FORMING_RULES, type FormingRule, type FormingStep } from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { formatDecimal } from '@flexum/core/units'
import { Section } from '../../../../ui/Figures.tsx'
import { RULE_LABELS } from '../../../../ui/formingLabels.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { RulesPicker } from './RulesPicker.tsx'

/** What the stock bears, and how near each bend comes to that. */
export function RulesFields({
  step,
  forming,
}: {
  readonly step: FormingStep
  readonly forming: FormingGiven | undefined
}) {
  return (
    <>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <RulesPicker step={step} />
        <p className="muted">A limit of 0 is none.</p>
        {(Object.keys(RULE_LABELS) as FormingRule[]).map((rule) => (
          <StepField
            key={rule}
            step={step}
            field={`stock/${rule}`}
            label={RULE_LABELS[rule]}
            formula={step.stock[rule]}
            dimension={FORMING_RULES[rule]}
          />
        ))}
      </div>
      {forming && forming.bends.length > 0 && (
        <Section title="What bends do to it">
          <table className="figure w-full text-right" aria-label="What bends do to the section">
            <thead>
              <tr className="font-sans [&>th]:pb-1 [&>th]:font-medium">
                <th className="text-left">#</th>
                <th>neutral</th>
                <th>stretch</th>
                <th>thinner</th>
                <th>oval</th>
              </tr>
            </thead>
            <tbody>
              {forming.bends.map(({ effects, share }, i) => (
                <tr key={i} className="border-t hairline">
                  <td className="py-0.5 text-left muted">{i + 1}</td>
                  <td>{formatDecimal(share, 3)}</td>
                  <td>{percent(effects.strain)}</td>
                  <td>{percent(effects.thinning)}</td>
                  <td>{percent(effects.ovality)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Section>
      )}
    </>
  )
}

const percent = (share: number | undefined): string =>
  share === undefined ? '–' : `${formatDecimal(share * 100, 1)} %`
