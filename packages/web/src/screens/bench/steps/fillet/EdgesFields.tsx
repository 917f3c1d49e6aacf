import { countingIds } from '@flexum/core/base'
import { idsIn, type FilletEdge, type FilletStep, changeFillet } from '@flexum/core/recipe'
import { edgeWords } from '@flexum/core/solid'
import { partOf, type Session } from '../../../../bench/session.ts'
import { useBench, usePart } from '../../context.ts'
import { EdgeButtons } from '../../picking/EdgeButtons.tsx'
import type { EdgeSet } from '../../picking/pick-edges.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { BodyChoice } from '../shared/BodyChoice.tsx'

const SHAPES = { rounded: 'rounded', bevelled: 'bevelled' } as const

/** Which edges of which body, how, and how far; each may have a size of its own. */
export function EdgesFields({ step }: { readonly step: FilletStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = (choices: Parameters<typeof changeFillet>[1]['choices'], label: string): void =>
    void session.run(changeFillet, { step: step.id, choices }, { label })
  const named = (id: string): string | undefined => part.steps.find((s) => s.id === id)?.name
  return (
    <>
      <BodyChoice
        step={step}
        label="Of"
        of={step.of}
        onChoose={(of) => change({ of, edges: [] }, 'Edges of another body')}
      />
      <Choice
        label="Edges are"
        value={step.shape}
        choices={SHAPES}
        onChoose={(shape) => change({ shape }, SHAPES[shape])}
      />
      <StepField
        step={step}
        field="size"
        label={step.shape === 'rounded' ? 'Radius' : 'Back on each face'}
        formula={step.size}
        dimension="length"
      />
      <EdgeButtons step={step} set={edgeSet(session, step.id)} />
      {step.edges.length === 0 ? (
        <p className="muted">
          No edge yet. A press takes an edge and all that it runs on into; with Shift it alone.
        </p>
      ) : (
        <ol aria-label="Picked edges" className="flex flex-col gap-1">
          {step.edges.map((e, i) => (
            <EdgeRow key={e.id} e={e} named={named} i={i} step={step} change={change} />
          ))}
        </ol>
      )}
    </>
  )
}

/** One picked edge, with a size of its own where it has one. */
function EdgeRow({
  e,
  named,
  i,
  step,
  change,
}: {
  readonly e: FilletEdge
  readonly named: (id: string) => string | undefined
  readonly i: number
  readonly step: FilletStep
  readonly change: (choices: Parameters<typeof changeFillet>[1]['choices'], label: string) => void
}) {
  return (
    <li className="rounded-box border hairline px-2 py-1">
      <div className="flex items-center gap-1.5">
        <span className="min-w-0 flex-1 truncate" title={edgeWords(e.edge, named)}>
          {i + 1}. {edgeWords(e.edge, named)}
        </span>
        <button
          type="button"
          className="btn btn-xs btn-paper"
          aria-pressed={e.size !== undefined}
          onClick={() => {
            const { size, ...bare } = e
            const next: FilletEdge = size === undefined ? { ...bare, size: step.size } : bare
            change(
              { edges: step.edges.map((x) => (x === e ? next : x)) },
              size === undefined ? 'A size of its own' : 'The size of all',
            )
          }}
        >
          Own size<span className="sr-only"> for edge {i + 1}</span>
        </button>
        <button
          type="button"
          className="btn btn-xs btn-paper"
          onClick={() => change({ edges: step.edges.filter((x) => x !== e) }, 'One edge less')}
        >
          Remove<span className="sr-only"> edge {i + 1}</span>
        </button>
      </div>
      {e.size !== undefined && (
        <StepField
          step={step}
          field={`edges/${e.id}/size`}
          label="Size"
          of={`of edge ${i + 1}`}
          formula={e.size}
          dimension="length"
        />
      )}
    </li>
  )
}

/** The edges of a step by now, to be picked. */
function edgeSet(session: Session, id: string): EdgeSet {
  const now = (): FilletStep | undefined => {
    const step = partOf(session.store.getState()).steps.find((s) => s.id === id)
    return step?.kind === 'edges' ? step : undefined
  }
  return {
    names: () => now()?.edges.map((e) => e.edge),
    put(of, names) {
      const step = now()
      if (!step) return
      // Picked on another body than before, only what is picked there counts.
      const before = of === step.of ? step.edges : []
      const next = countingIds('e', idsIn(partOf(session.store.getState())))
      const old = new Set(step.edges.map((e) => e.edge))
      const kept = before.filter((e) => names.includes(e.edge))
      const fresh = names.filter((n) => !old.has(n)).map((edge): FilletEdge => ({ id: next(), edge }))
      session.run(changeFillet, { step: id, choices: { of, edges: [...kept, ...fresh] } }, { label: 'Edges' })
    },
  }
}
