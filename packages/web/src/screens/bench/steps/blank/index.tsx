import type { BlankStep } from '@flexum/core/recipe'
import { formatLength, formatMass } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { tightLength } from '../../../../ui/units.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { useUnits, useSessionState } from '../../context.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { CutOffFields } from './CutOffFields.tsx'
import { StockBarFields } from './StockBarFields.tsx'
import { NeutralFields } from './NeutralFields.tsx'
import { Glyph } from '../shared/Glyph.tsx'
import { cutRows, developedRows } from '../shared/strand-rows.ts'

export const blankPage: PageKind<BlankStep> = {
  Picture: () => <Glyph d="M5 12h16v6H5ZM11 12v6M15 12v6" />,
  Inspector: BlankInspector,
}

/** Where the neutral line lies, what is added, and what the bar comes to. */
function BlankInspector({ step }: { readonly step: BlankStep }) {
  const units = useUnits()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const blank = result?.output?.blank
  return (
    <>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <NeutralFields step={step} />
        <StepFields
          step={step}
          fields={[
            ['startAllowance', 'Allowance at the start', step.startAllowance, 'length'],
            ['endAllowance', 'Allowance at the end', step.endAllowance, 'length'],
            ['roundUp', 'Round up to', step.roundUp, 'length'],
          ]}
        />
        <CutOffFields step={step} />
        <StockBarFields step={step} />
      </div>
      <StationFindings station="shop" />
      {blank && (
        <div className={result?.stale ? 'opacity-55' : ''}>
          <Section title={result?.stale ? 'Last good figures' : 'Blank'}>
            <Figures
              rows={[
                ...developedRows(blank, units.length),
                blank.tips.start + blank.tips.end > 0
                  ? [
                      'Cuts and domes at its ends',
                      formatLength(blank.tips.start + blank.tips.end, units.length),
                    ]
                  : undefined,
                blank.cutOff.start + blank.cutOff.end > 0
                  ? [
                      'Cut off after bending',
                      formatLength(blank.cutOff.start + blank.cutOff.end, units.length),
                      String(blank.cutOff.start + blank.cutOff.end),
                    ]
                  : undefined,
                blank.fitted !== 0
                  ? [
                      blank.fitted > 0 ? 'Its ends run on, to fit' : 'Its ends trimmed, to fit',
                      formatLength(Math.abs(blank.fitted), units.length),
                      String(blank.fitted),
                    ]
                  : undefined,
                ...cutRows(blank, units.length),
                blank.bar !== undefined && blank.bar >= blank.cut && !blank.strands
                  ? [
                      'One bar gives, before saw cuts',
                      `${Math.floor(blank.bar / blank.cut)}, ${tightLength(blank.bar % blank.cut, units.length)} left`,
                    ]
                  : undefined,
                ['Mass of the blank', formatMass(blank.mass, units.mass)],
              ]}
            />
          </Section>
        </div>
      )}
    </>
  )
}
