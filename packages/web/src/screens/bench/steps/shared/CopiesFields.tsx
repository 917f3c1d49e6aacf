import { COPY_AXES, MIRROR_PLANES, type CopiesEntry, type Step, changeCopies } from '@flexum/core/recipe'
import { newId } from '../../actions/ids.ts'
import { useBench, usePart } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { Choice } from '../../inspector/Choice.tsx'

const KINDS = { mirror: 'mirrored', row: 'in a row', round: 'all round' } as const

function first(kind: CopiesEntry['kind'], id: string): CopiesEntry {
  const origin = { x: '0', y: '0', z: '0' }
  switch (kind) {
    case 'mirror':
      return { id, kind, plane: 'yz', offset: '0' }
    case 'row':
      return { id, kind, count: '3', x: '100 mm', y: '0', z: '0' }
    case 'round':
      return { id, kind, count: '4', angle: '360 deg', axis: 'z', ...origin }
  }
}

/** A run or a body set again: mirrored, in rows, all round. */
export function CopiesFields({
  step,
  what = 'The run',
}: {
  readonly step: Step & { readonly copies?: readonly CopiesEntry[] }
  readonly what?: string
}) {
  const { session } = useBench()
  const part = usePart()
  const copies = step.copies ?? []
  const put = (entries: readonly CopiesEntry[], label: string): void =>
    void session.run(changeCopies, { step: step.id, copies: entries }, { label })
  const swap = (to: CopiesEntry): void =>
    put(
      copies.map((c) => (c.id === to.id ? to : c)),
      'Copies',
    )
  return (
    <div className="flex flex-col gap-2">
      {copies.map((c, i) => (
        <CopyFields key={c.id} c={c} i={i} what={what} swap={swap} step={step} put={put} copies={copies} />
      ))}
      {copies.length < 4 && (
        <Choice
          label={copies.length === 0 ? 'Set it again' : 'And all of that'}
          value=""
          choices={[['', copies.length === 0 ? 'once only' : 'no more'], ...Object.entries(KINDS)]}
          onChoose={(kind) => {
            if (kind in KINDS)
              put([...copies, first(kind as CopiesEntry['kind'], newId(part, 'k'))], 'Copies')
          }}
        />
      )}
    </div>
  )
}

/** One rule of copies. */
function CopyFields({
  c,
  i,
  what,
  swap,
  step,
  put,
  copies,
}: {
  readonly c: CopiesEntry
  readonly i: number
  readonly what: string
  readonly swap: (to: CopiesEntry) => void
  readonly step: Step & { readonly copies?: readonly CopiesEntry[] }
  readonly put: (entries: readonly CopiesEntry[], label: string) => void
  readonly copies: readonly CopiesEntry[]
}) {
  return (
    <fieldset className="hairline flex flex-col gap-1 rounded-[3px] border px-2 pt-1 pb-1.5">
      <legend className="muted px-1">
        {i === 0 ? what : 'All of that'}, {KINDS[c.kind]}
      </legend>
      <AboutFields c={c} swap={swap} step={step} />
      <button
        type="button"
        className="btn btn-xs btn-ghost self-end"
        onClick={() =>
          put(
            copies.filter((x) => x !== c),
            'No more copies',
          )
        }
      >
        Take out
      </button>
    </fieldset>
  )
}

/** What a rule of copies goes about. */
function AboutFields({
  c,
  swap,
  step,
}: {
  readonly c: CopiesEntry
  readonly swap: (to: CopiesEntry) => void
  readonly step: Step & { readonly copies?: readonly CopiesEntry[] }
}) {
  return (
    <>
      {c.kind === 'mirror' ? (
        <>
          <Choice
            label="In plane"
            value={c.plane}
            choices={MIRROR_PLANES.map((p) => [p, p.toUpperCase()] as const)}
            onChoose={(plane) => swap({ ...c, plane })}
          />
          <StepField
            step={step}
            field={`copies/${c.id}/offset`}
            label="Plane moved out by"
            formula={c.offset}
            dimension="length"
          />
        </>
      ) : (
        <>
          <StepField
            step={step}
            field={`copies/${c.id}/count`}
            label="How many in all"
            formula={c.count}
            dimension="number"
          />
          {c.kind === 'round' && (
            <>
              <StepField
                step={step}
                field={`copies/${c.id}/angle`}
                label="Spread over"
                formula={c.angle}
                dimension="angle"
              />
              <Choice
                label="About axis"
                value={c.axis}
                choices={COPY_AXES.map((a) => [a, a.toUpperCase()] as const)}
                onChoose={(axis) => swap({ ...c, axis })}
              />
            </>
          )}
          {(['x', 'y', 'z'] as const).map((k) => (
            <StepField
              key={k}
              step={step}
              field={`copies/${c.id}/${k}`}
              label={c.kind === 'row' ? `Apart in ${k}` : `Axis through ${k}`}
              formula={c[k]}
              dimension="length"
            />
          ))}
        </>
      )}
    </>
  )
}
