import { useState, type ReactNode } from 'react'

const NAMES = { nodes: 'Nodes', bends: 'Bends' } as const
type Which = keyof typeof NAMES

/**
 * A path of straights and bends in both ways that it can be typed: the one that leads, and the one that is worked out from it, until
 * someone types there.
 */
export function LeadTabs(props: {
  readonly leads: Which
  /** Why there is no other one. */
  readonly none: string | undefined
  readonly nodes: ReactNode
  readonly bends: ReactNode
}) {
  const { leads } = props
  const [seen, setSeen] = useState<Which>(leads)
  const [led, setLed] = useState(leads)
  // Who lets the other one lead goes on looking at it.
  if (led !== leads) {
    setLed(leads)
    setSeen(leads)
  }
  const other = leads === 'nodes' ? 'bends' : 'nodes'
  return (
    <>
      <div className="flex items-center gap-2 px-3 pb-1">
        <div role="group" aria-label="Typed as" className="join">
          {(['nodes', 'bends'] as const).map((which) => (
            <button
              key={which}
              type="button"
              aria-pressed={seen === which}
              className={`btn join-item btn-xs ${seen === which ? 'btn-neutral' : 'btn-paper'}`}
              onClick={() => setSeen(which)}
            >
              {NAMES[which]}
              {which === leads && <span className="font-normal opacity-80">lead</span>}
            </button>
          ))}
        </div>
      </div>
      {seen === other && (
        <p className="px-3 pb-1 muted">
          {props.none ?? `Worked out from the ${leads}. Type here, and the ${other} lead from then on.`}
        </p>
      )}
      {(seen === leads || props.none === undefined) && props[seen]}
    </>
  )
}
