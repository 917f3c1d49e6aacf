import { useQuery } from '@tanstack/react-query'
import { benderEntry, type FormingStep, changeForming } from '@flexum/core/recipe'
import { fetchBenders } from '../../../../api/catalogue.ts'
import { newIds } from '../../actions/ids.ts'
import { useBench, usePart } from '../../context.ts'
import { Picker } from './Picker.tsx'

/** Which bender of the table the part is bent on; its figures are copied into the part. */
export function BenderPicker({ step }: { readonly step: FormingStep }) {
  const { session } = useBench()
  const part = usePart()
  const rows = useQuery({ queryKey: ['benders'], queryFn: fetchBenders })
  return (
    <Picker
      label="Bender"
      now={step.bender.name}
      rows={rows.data ?? []}
      onPick={(row) =>
        session.run(
          changeForming,
          { step: step.id, choices: { bender: benderEntry(row, newIds(part, 'd')) } },
          { label: row.name },
        )
      }
    />
  )
}
