import { type NodePathStep, type SmoothEnd, setSmooth } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'

const WAYS = { corners: 'straights and bends', smooth: 'one smooth curve' } as const
const ENDS = { free: 'any way', given: 'in a direction' } as const
/** Along X, for as far as the stretch is long. */
const FIRST: SmoothEnd = { x: '1', y: '0', z: '0', weight: '1' }

/** Whether a path goes by straights and bends or smoothly through its nodes, and how it then sets off and arrives. */
export function SmoothFields({ step }: { readonly step: NodePathStep }) {
  const { session } = useBench()
  const { smooth } = step
  const put = (next: NodePathStep['smooth'] | undefined, label: string): void =>
    void session.run(setSmooth, { step: step.id, smooth: next }, { label })
  return (
    <div className="flex flex-col gap-1.5 px-3 pb-2">
      <Choice
        label="Through nodes by"
        value={smooth ? 'smooth' : 'corners'}
        choices={WAYS}
        onChoose={(way) => put(way === 'smooth' ? {} : undefined, WAYS[way])}
      />
      {smooth &&
        !step.closed &&
        (['start', 'end'] as const).map((side) => {
          const way = smooth[side]
          const { [side]: _, ...others } = smooth
          return (
            <div key={side} className="flex flex-col gap-1.5">
              <Choice
                label={side === 'start' ? 'Sets off' : 'Arrives'}
                value={way ? 'given' : 'free'}
                choices={ENDS}
                onChoose={(kind) =>
                  put(
                    kind === 'given' ? { ...smooth, [side]: FIRST } : others,
                    side === 'start' ? 'How it sets off' : 'How it arrives',
                  )
                }
              />
              {way &&
                (['x', 'y', 'z', 'weight'] as const).map((key) => (
                  <StepField
                    key={key}
                    step={step}
                    field={`smooth/${side}/${key}`}
                    label={key === 'weight' ? 'Holds, times the stretch' : `Direction, ${key}`}
                    of={`the ${side}`}
                    formula={way[key]}
                    dimension="number"
                  />
                ))}
            </div>
          )
        })}
    </div>
  )
}
