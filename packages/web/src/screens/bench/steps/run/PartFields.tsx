import type { PartEntry, PartLimit, RunStep } from '@flexum/core/recipe'
import { stepResult } from '../../../../bench/results.ts'
import { useSessionState } from '../../context.ts'
import { StepField } from '../../inspector/StepField.tsx'
import { Choice } from '../../inspector/Choice.tsx'
import { useChangeRun } from './useChangeRun.ts'

const WHOLE: PartEntry = { from: { kind: 'percent', at: '0' }, to: { kind: 'percent', at: '100' } }
const SIDES = [
  ['from', 'Starts'],
  ['to', 'Ends'],
] as const

/** The stretch of the path that the run takes. */
export function PartFields({ step }: { readonly step: RunStep }) {
  const change = useChangeRun(step)
  const path = useSessionState((s) => stepResult(s.result, step.path))
  const nodes = path?.output?.path?.nodes ?? []
  const { part } = step
  const limit = (side: 'from' | 'to', kind: PartLimit['kind']): PartLimit => {
    if (kind === 'node') return { kind, node: (side === 'from' ? nodes[0] : nodes.at(-1))!.id }
    return { kind, at: side === 'from' ? '0' : kind === 'percent' ? '100' : '100 mm' }
  }
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="Takes"
        value={part ? 'part' : 'whole'}
        choices={{ whole: 'the whole path', part: 'part of the path' }}
        onChoose={(k) => change({ part: k === 'part' ? WHOLE : undefined }, 'Part of the path')}
      />
      {part &&
        SIDES.map(([side, word]) => {
          const now = part[side]
          return (
            <div key={side} className="flex flex-col gap-1">
              <Choice
                label={word}
                value={now.kind}
                choices={[
                  ['percent', 'at a percentage'],
                  ['length', 'at a length'],
                  ...(nodes.length > 0 ? [['node', 'at a node'] as const] : []),
                ]}
                onChoose={(kind) =>
                  change({ part: { ...part, [side]: limit(side, kind) } }, `${word} elsewhere`)
                }
              />
              {now.kind === 'node' ? (
                <Choice
                  label="Node"
                  value={now.node}
                  choices={nodes.map((n, i) => [n.id, String(i + 1)] as const)}
                  onChoose={(node) =>
                    change({ part: { ...part, [side]: { kind: 'node', node } } }, `${word} elsewhere`)
                  }
                />
              ) : (
                <StepField
                  step={step}
                  field={`part/${side}/at`}
                  label={now.kind === 'percent' ? `${word} at, percent` : `${word} at, from the path's start`}
                  formula={now.at}
                  dimension={now.kind === 'percent' ? 'number' : 'length'}
                />
              )}
            </div>
          )
        })}
    </div>
  )
}
