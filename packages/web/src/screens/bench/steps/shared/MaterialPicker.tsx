import { useQuery } from '@tanstack/react-query'
import { setMaterial, type MaterialEntry, type Step } from '@flexum/core/recipe'
import { fetchMaterials } from '../../../../api/catalogue.ts'
import { useBench } from '../../context.ts'

/** What a section or a body is made of, from the table of materials. */
export function MaterialPicker({ step }: { readonly step: Step & { readonly material: MaterialEntry } }) {
  const { session } = useBench()
  const materials = useQuery({ queryKey: ['materials'], queryFn: fetchMaterials })
  const known = materials.data?.some((m) => m.name === step.material.name) ?? false
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">Material</span>
      <select
        className="select select-sm"
        value={step.material.name}
        onChange={(e) => {
          const m = materials.data?.find((x) => x.name === e.target.value)
          if (m) {
            const material = { name: m.name, density: `${m.density} kg/m3`, look: m.look }
            session.run(setMaterial, { step: step.id, material }, { label: m.name })
          }
        }}
      >
        {!known && <option value={step.material.name}>{step.material.name}</option>}
        {materials.data?.map((m) => (
          <option key={m.id} value={m.name}>
            {m.name}
          </option>
        ))}
      </select>
    </label>
  )
}
