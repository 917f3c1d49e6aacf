import { useQuery } from '@tanstack/react-query'
import {
  rulesEntry,
  shareRows,
  trialEntries,
  type FormingStep,
  changeBlank,
  changeForming,
} from '@flexum/core/recipe'
import { fetchStock } from '../../../../api/catalogue.ts'
import { newIds } from '../../actions/ids.ts'
import { useBench, usePart } from '../../context.ts'
import { Picker } from './Picker.tsx'

/** Which stock of the table it is: its limits are copied into the part, and its trial bends where there are none yet. */
export function RulesPicker({ step }: { readonly step: FormingStep }) {
  const { session } = useBench()
  const part = usePart()
  const rows = useQuery({ queryKey: ['stock'], queryFn: fetchStock })
  const known = (rows.data ?? []).filter((r) => r.forming)
  const now = known.find((r) => r.name === step.stock.name)
  const shares = now?.forming?.shares ?? []
  return (
    <>
      <Picker
        label="Stock"
        now={step.stock.name}
        rows={known}
        onPick={(row) => {
          const forming = row.forming!
          const trials = step.trials.length > 0 ? step.trials : trialEntries(forming, newIds(part, 't'))
          session.run(
            changeForming,
            { step: step.id, choices: { stock: rulesEntry(row.name, forming), trials } },
            { label: row.name },
          )
        }}
      />
      {shares.length > 0 && (
        <button
          type="button"
          className="btn btn-xs btn-paper self-end"
          onClick={() =>
            session.run(
              changeBlank,
              { step: step.blank, choices: { shares: shareRows(now!.forming!, newIds(part, 'k')) } },
              { label: 'Neutral shares of the stock' },
            )
          }
        >
          Use its neutral shares in the blank
        </button>
      )}
    </>
  )
}
