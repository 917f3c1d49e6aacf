import { operationOf, type Operation, type Part, type Step, changeOperation } from '@flexum/core/recipe'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { bodiesBefore } from './bodies-before.ts'

const ALONE = 'alone'
type What = Operation['kind'] | typeof ALONE

const WORDS: Readonly<Record<What, string>> = {
  alone: 'stands alone',
  joins: 'joins others',
  cuts: 'cuts away of others',
  common: 'keeps what is common',
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`

/** What the body of a step does with others, in one sentence. */
export function doingSentence(part: Part, step: Step): string {
  const doing = operationOf(step)
  if (!doing) return `${step.name} stands alone.`
  const others = listed(
    doing.with.map((id) => part.steps.find((s) => s.id === id)?.name ?? 'a body that is gone'),
  )
  if (doing.with.length === 0) return `${step.name} does nothing yet: choose a body below.`
  if (doing.kind === 'joins') return `${step.name} joins ${others} into one body.`
  if (doing.kind === 'cuts') return `${step.name} is cut away of ${others}.`
  return `Of ${others} only what lies in ${step.name} is kept.`
}

/** What a body does with those before it, and with which. */
export function DoingFields({ step }: { readonly step: Step }) {
  const { session } = useBench()
  const part = usePart()
  const doing = operationOf(step)
  const others = bodiesBefore(part, step, doing?.with ?? [])
  if (others.length === 0 && !doing) return null
  const set = (next: Operation | null, label: string): void =>
    void session.run(changeOperation, { step: step.id, doing: next }, { label })
  const choose = (what: What): void => {
    if (what === ALONE) set(null, `${step.name} stands alone`)
    else {
      // The last body before it is what it most likely is about.
      const first = doing ?? { with: others.length > 0 ? [others.at(-1)!.id] : [] }
      set({ kind: what, with: first.with }, `${step.name} ${WORDS[what]}`)
    }
  }
  return (
    <div className="flex flex-col gap-1.5">
      <Choice label="With other bodies" value={doing?.kind ?? ALONE} choices={WORDS} onChoose={choose} />
      {doing && (
        <div role="group" aria-label="Bodies it does that with" className="flex flex-col gap-1">
          {others.map((o) => {
            const on = doing.with.includes(o.id)
            return (
              <label key={o.id} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={on}
                  onChange={() => {
                    const next = on ? doing.with.filter((id) => id !== o.id) : [...doing.with, o.id]
                    set({ ...doing, with: next }, on ? `Without ${o.name}` : `With ${o.name}`)
                  }}
                />
                <span className="min-w-0 truncate">{o.name}</span>
              </label>
            )
          })}
        </div>
      )}
      <p className="muted" role="status" aria-label="What it does">
        {doingSentence(part, step)}
      </p>
    </div>
  )
}
