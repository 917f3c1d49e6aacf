import { yupResolver } from '@hookform/resolvers/yup'
import { useMutation } from '@tanstack/react-query'
import { useForm, useWatch, type FieldErrors, type UseFormRegister } from 'react-hook-form'
import { sizeDimension, STOCK_TITLES, FORMING_RULES, type FormingRule } from '@flexum/core/recipe'
import { STOCK_SIZES, type StockShape } from '@flexum/core/profile'
import { putStock, type Material, type StockBar } from '../../api/catalogue.ts'
import { SIZE_LABELS } from '../../ui/sizeLabels.ts'
import { RULE_LABELS } from '../../ui/formingLabels.ts'
import { entryOfForming } from './forming-entry.ts'
import { barOf, barSchema, entryOfBar, type BarEntry } from './entry.ts'
import { FormDialog, Row } from './FormDialog.tsx'

/** Adds a row of stock, or changes one. */
export function BarDialog(props: {
  readonly bar: StockBar | undefined
  readonly materials: readonly Material[]
  onKept(): void
  onClose(): void
}) {
  const { bar } = props
  const first: BarEntry = bar
    ? entryOfBar(bar)
    : {
        name: '',
        shape: 'round-bar',
        sizes: { diameter: '' },
        materialId: props.materials[0]?.id ?? '',
        lengths: '6000',
        remnants: '',
        forming: entryOfForming(undefined),
      }
  const { register, handleSubmit, control, formState } = useForm<BarEntry>({
    defaultValues: first,
    resolver: yupResolver(barSchema),
    shouldFocusError: false,
  })
  const keeping = useMutation({
    mutationFn: (e: BarEntry) => putStock(barOf(bar?.id ?? crypto.randomUUID(), e)),
    onSuccess: props.onKept,
  })
  const shape = useWatch({ control, name: 'shape' })
  const bends = useWatch({ control, name: 'forming.known' })
  const { errors } = formState
  return (
    <FormDialog
      title={bar ? `Change ${bar.name}` : 'Add stock'}
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
      <Row label="Shape" fault={undefined}>
        <select className="select select-sm" {...register('shape')}>
          {(Object.keys(STOCK_TITLES) as StockShape[]).map((s) => (
            <option key={s} value={s}>
              {STOCK_TITLES[s]}
            </option>
          ))}
        </select>
      </Row>
      {STOCK_SIZES[shape].map((n: string) => (
        <SizeRow key={n} n={n} errors={errors} register={register} />
      ))}
      <Row label="Material" fault={errors.materialId?.message}>
        <select className="select select-sm" {...register('materialId')}>
          {props.materials.map((m) => (
            <option key={m.id} value={m.id}>
              {m.name}
            </option>
          ))}
        </select>
      </Row>
      <Row label="Bar lengths, mm, with commas" fault={errors.lengths?.message}>
        <input className="input input-sm figure text-right" autoComplete="off" {...register('lengths')} />
      </Row>
      <Row label="Left-over bars, mm, with commas" fault={errors.remnants?.message}>
        <input className="input input-sm figure text-right" autoComplete="off" {...register('remnants')} />
      </Row>
      <Row label="How it bends is known" fault={undefined}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm justify-self-end"
          {...register('forming.known')}
        />
      </Row>
      {bends && <BendingRows errors={errors} register={register} />}
    </FormDialog>
  )
}

/** One size of the section. */
function SizeRow({
  n,
  errors,
  register,
}: {
  readonly n: string
  readonly errors: FieldErrors<BarEntry>
  readonly register: UseFormRegister<BarEntry>
}) {
  return (
    <Row
      label={`${SIZE_LABELS[n] ?? n}${sizeDimension(n) === 'length' ? ', mm' : ''}`}
      fault={(errors.sizes as Record<string, { message?: string }> | undefined)?.[n]?.message}
    >
      <input className="input input-sm figure text-right" autoComplete="off" {...register(`sizes.${n}`)} />
    </Row>
  )
}

/** What is known of how the bar bends. */
function BendingRows({
  errors,
  register,
}: {
  readonly errors: FieldErrors<BarEntry>
  readonly register: UseFormRegister<BarEntry>
}) {
  return (
    <>
      <p className="muted">A limit of 0 is none.</p>
      {(Object.keys(FORMING_RULES) as FormingRule[]).map((n) => (
        <Row
          key={n}
          label={RULE_LABELS[n]}
          fault={(errors.forming?.rules as Record<string, { message?: string }> | undefined)?.[n]?.message}
        >
          <input
            className="input input-sm figure text-right"
            autoComplete="off"
            {...register(`forming.rules.${n}`)}
          />
        </Row>
      ))}
      <Row
        label="Neutral shares: radius / depth, share; a row a line"
        fault={errors.forming?.shares?.message}
      >
        <textarea className="textarea textarea-sm figure" rows={4} {...register('forming.shares')} />
      </Row>
      <Row label="Trial bends: radius, set, got; a row a line" fault={errors.forming?.trials?.message}>
        <textarea className="textarea textarea-sm figure" rows={4} {...register('forming.trials')} />
      </Row>
    </>
  )
}
