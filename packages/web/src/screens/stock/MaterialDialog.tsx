import { yupResolver } from '@hookform/resolvers/yup'
import { useMutation } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { LOOKS } from '@flexum/core/profile'
import { putMaterial, type Material } from '../../api/catalogue.ts'
import { entryOfMaterial, materialOf, materialSchema, type MaterialEntry } from './entry.ts'
import { FormDialog, Row } from './FormDialog.tsx'

/** Adds a material, or changes one. */
export function MaterialDialog(props: {
  readonly material: Material | undefined
  onKept(): void
  onClose(): void
}) {
  const { material } = props
  const first: MaterialEntry = material
    ? entryOfMaterial(material)
    : { name: '', density: '7850 kg/m3', look: 'steel', price: '0' }
  const { register, handleSubmit, formState } = useForm<MaterialEntry>({
    defaultValues: first,
    resolver: yupResolver(materialSchema),
    shouldFocusError: false,
  })
  const keeping = useMutation({
    mutationFn: (e: MaterialEntry) => putMaterial(materialOf(material?.id ?? crypto.randomUUID(), e)),
    onSuccess: props.onKept,
  })
  const { errors } = formState
  return (
    <FormDialog
      title={material ? `Change ${material.name}` : 'Add a material'}
      keep="Keep"
      busy={keeping.isPending}
      refusal={keeping.error?.message}
      tries={formState.submitCount}
      onSubmit={(e) => void handleSubmit((entry) => keeping.mutate(entry))(e)}
      onClose={props.onClose}
    >
      <Row label="Name" fault={errors.name?.message}>
        <input className="input input-sm" {...register('name')} />
      </Row>
      <Row label="Density" fault={errors.density?.message}>
        <input className="input input-sm figure text-right" autoComplete="off" {...register('density')} />
      </Row>
      <Row label="Looks like" fault={undefined}>
        <select className="select select-sm" {...register('look')}>
          {LOOKS.map((look) => (
            <option key={look} value={look}>
              {look}
            </option>
          ))}
        </select>
      </Row>
      <Row label="Price per kg" fault={errors.price?.message}>
        <input className="input input-sm figure text-right" autoComplete="off" {...register('price')} />
      </Row>
    </FormDialog>
  )
}
