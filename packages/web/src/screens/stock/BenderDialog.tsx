import { yupResolver } from '@hookform/resolvers/yup'
import { useMutation } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { putBender, type BenderOfTable } from '../../api/catalogue.ts'
import { BENDER_GROUPS } from '../../ui/formingLabels.ts'
import { benderOf, benderSchema, entryOfBender, type BenderFigures } from './bender-entry.ts'
import { FormDialog, Row } from './FormDialog.tsx'

/** Adds a bender, or changes one. */
export function BenderDialog(props: {
  readonly bender: BenderOfTable | undefined
  onKept(): void
  onClose(): void
}) {
  const { bender } = props
  const { register, handleSubmit, formState } = useForm<BenderFigures>({
    defaultValues: entryOfBender(bender),
    resolver: yupResolver(benderSchema),
    shouldFocusError: false,
  })
  const keeping = useMutation({
    mutationFn: (e: BenderFigures) => putBender(benderOf(bender?.id ?? crypto.randomUUID(), e)),
    onSuccess: props.onKept,
  })
  const { errors } = formState
  return (
    <FormDialog
      title={bender ? `Change ${bender.name}` : 'Add a bender'}
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
      <Row label="Bends to either hand" fault={undefined}>
        <input type="checkbox" className="checkbox checkbox-sm justify-self-end" {...register('bothHands')} />
      </Row>
      <Row label="Dies by radius, mm, with commas" fault={errors.dies?.message}>
        <input
          className="input input-sm figure text-right"
          autoComplete="off"
          placeholder="any"
          {...register('dies')}
        />
      </Row>
      {BENDER_GROUPS.map(([title, sizes]) => (
        <fieldset key={title} className="flex flex-col gap-2.5">
          <legend className="pb-2 font-medium">{title}</legend>
          {sizes.map(([n, label]) => (
            <Row
              key={n}
              label={label}
              fault={(errors.sizes as Record<string, { message?: string }> | undefined)?.[n]?.message}
            >
              <input
                className="input input-sm figure text-right"
                autoComplete="off"
                {...register(`sizes.${n}`)}
              />
            </Row>
          ))}
        </fieldset>
      ))}
    </FormDialog>
  )
}
