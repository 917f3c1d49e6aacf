import { ArrowLeftRight } from 'lucide-react'
import { type SketchPathStep, type SketchStep, changeSketchPath } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import { chainOf, endsOf, firstChain } from '@flexum/core/sketch'
import { stepResult } from '../../../../bench/results.ts'
import { reversePath } from '../../actions/nodes.ts'
import { openSheet } from '../../actions/recipe.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { SketchMap } from '../shared/SketchMap.tsx'
import { UseInRun } from '../shared/UseInRun.tsx'

/** Which chain of a sketch is the path, where it starts and which way it goes. */
export function SketchPathFields({ step }: { readonly step: SketchPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const output = useSessionState((s) => stepResult(s.result, step.sketch)?.output)
  const sketches = part.steps.filter((s) => s.kind === 'sketch')
  const sketch = sketches.find((s) => s.id === step.sketch)
  const change = (choices: Parameters<typeof changeSketchPath>[1]['choices'], label: string): void =>
    void session.run(changeSketchPath, { step: step.id, choices }, { label })
  const drawn = output?.sketch
  const curves = (drawn?.entities ?? []).filter((e) => e.kind !== 'point' && e.guide !== true)
  const inUse = step.curves.length > 0 || !drawn ? step.curves : firstChain(drawn.entities, drawn.gaps)
  const chain =
    drawn && chainOf(drawn.entities, inUse, { start: step.start ?? undefined, reversed: step.reversed })
  const starts = drawn && chain?.ok ? startsOf(drawn.entities, inUse, chain.value.closed) : []
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
        <span className="muted">Sketch</span>
        <select
          className="select select-sm"
          value={step.sketch}
          onChange={(e) => change({ sketch: e.target.value, curves: [], start: null }, 'Sketch of the path')}
        >
          {sketches.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      {drawn && sketch?.kind === 'sketch' && (
        <SketchMap
          entities={drawn.entities}
          label="Curves of the path"
          picked={inUse}
          name={(id) => entityName(sketch, id)}
          {...(chain?.ok ? { travel: chain.value } : {})}
          onPick={(id) => {
            const next = inUse.includes(id) ? inUse.filter((x) => x !== id) : [...inUse, id]
            change({ curves: next.length === curves.length ? [] : next }, 'Curves of the path')
          }}
        />
      )}
      {starts.length > 0 && sketch?.kind === 'sketch' && (
        <StartChoice step={step} change={change} starts={starts} sketch={sketch} />
      )}
      <div className="flex gap-2">
        <UseInRun step={step.id} as="path" />
        <button type="button" className="btn btn-xs btn-paper" onClick={() => reversePath(session, step.id)}>
          <ArrowLeftRight size={12} aria-hidden /> Reverse
        </button>
        <button
          type="button"
          className="btn btn-xs btn-paper"
          onClick={() => openSheet(session, step.sketch)}
        >
          Open the sheet
        </button>
      </div>
    </div>
  )
}

/** Where the path begins. */
function StartChoice({
  step,
  change,
  starts,
  sketch,
}: {
  readonly step: SketchPathStep
  readonly change: (choices: Parameters<typeof changeSketchPath>[1]['choices'], label: string) => void
  readonly starts: string[]
  readonly sketch: SketchStep
}) {
  return (
    <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
      <span className="muted">Starts at</span>
      <select
        className="select select-sm"
        value={step.start ?? ''}
        onChange={(e) =>
          change({ start: e.target.value === '' ? null : e.target.value }, 'Start of the path')
        }
      >
        <option value="">where it was begun</option>
        {starts.map((id) => (
          <option key={id} value={id}>
            {entityName(sketch, id)}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Points where the chain can start: loose ends of an open one, every joint of a closed one. */
function startsOf(
  entities: readonly Parameters<typeof endsOf>[0][],
  curves: readonly string[],
  closed: boolean,
): string[] {
  const ends = entities.filter((e) => curves.includes(e.id)).flatMap((e) => endsOf(e) ?? [])
  const once = ends.filter((id) => ends.filter((x) => x === id).length === 1)
  return closed ? [...new Set(ends)] : once
}
