import { useState } from 'react'
import type { FormingStep } from '@flexum/core/recipe'
import { formingOf, stepResult } from '../../../../bench/results.ts'
import { useSessionState } from '../../context.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { BendSheetFields } from './BendSheetFields.tsx'
import { BenderFields } from './BenderFields.tsx'
import { FormedTable } from './FormedTable.tsx'
import { OrderFields } from './OrderFields.tsx'
import { RulesFields } from './RulesFields.tsx'
import { SequenceMarks } from './SequenceMarks.tsx'
import { SpringbackFields } from './SpringbackFields.tsx'

export const formingPage: PageKind<FormingStep> = {
  Picture: () => <Glyph d="M4 22h9a6 6 0 0 0 6-6V6M19 16m-9 0a9 9 0 0 1 5-8" />,
  Inspector: FormingInspector,
  Marks: SequenceMarks,
}

const TABS = {
  bends: 'Bends',
  springback: 'Springback',
  bender: 'Bender',
  stock: 'Stock',
} as const
type Tab = keyof typeof TABS

/** How a blank is bent: the moves of the bender, what springs back, which bender, and what the stock bears. */
function FormingInspector({ step }: { readonly step: FormingStep }) {
  const [tab, setTab] = useState<Tab>('bends')
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const forming = useSessionState((s) => formingOf(s.result, step.id))
  return (
    <>
      <div role="tablist" aria-label="Forming" className="tabs tabs-border px-2">
        {(Object.keys(TABS) as Tab[]).map((key) => (
          <button
            key={key}
            type="button"
            role="tab"
            aria-selected={tab === key}
            className={`tab px-2 text-base-content ${tab === key ? 'tab-active font-medium' : ''}`}
            onClick={() => setTab(key)}
          >
            {TABS[key]}
          </button>
        ))}
      </div>
      <div role="tabpanel" aria-label={TABS[tab]}>
        {tab === 'bends' && (
          <>
            <OrderFields step={step} forming={forming} />
            <BendSheetFields step={step} forming={result?.stale ? undefined : forming} />
            {forming && <FormedTable forming={forming} stale={result?.stale ?? false} />}
          </>
        )}
        {tab === 'springback' && <SpringbackFields step={step} forming={forming} />}
        {tab === 'bender' && <BenderFields step={step} />}
        {tab === 'stock' && <RulesFields step={step} forming={forming} />}
      </div>
      <StationFindings station="shop" of={step.id} />
    </>
  )
}
