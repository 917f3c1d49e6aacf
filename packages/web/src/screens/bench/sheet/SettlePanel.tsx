import { useMemo } from 'react'
import { proposalsFor, proposalTies, proposalWords } from '../../../sheet/settling.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { Section } from '../../../ui/Figures.tsx'
import { usePart } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'
import type { Proposal, Suggestion } from '@flexum/core/sketch'

/** What would settle the sketch, in order: each can be taken or refused, or all taken at once. */
export function SettlePanel({ model }: { readonly model: SheetModel }) {
  const sheet = useSheet()
  const part = usePart()
  const refused = useSheetState((s) => s.refused)
  const dragging = useSheetState((s) => s.dragging)
  const proposals = useMemo(
    () => (refused && !dragging ? proposalsFor(model, part, refused) : []),
    [refused, dragging, model, part],
  )
  if (!refused || dragging) return null
  const { loose } = model.solved.freedom
  const left = loose - proposals.reduce((n, p) => n + p.takes, 0)
  const clear = (): void => sheet.set({ ghost: undefined, pointed: [] })
  return (
    <Section
      title={loose === 0 ? 'Settled' : 'Settle'}
      aside={
        <button type="button" className="btn btn-xs btn-ghost" onClick={() => sheet.proposeSettling()}>
          Close
        </button>
      }
    >
      {loose === 0 ? (
        <p className="muted">Nothing is loose any more.</p>
      ) : (
        <>
          <p className="muted mb-1">
            {left === 0
              ? 'With these nothing is left loose.'
              : `With these ${left} would be left loose; drawing more, or dimensions of your own, will do the rest.`}
          </p>
          <ol aria-label="Proposals">
            {proposals.map((p, i) => {
              const { words, figure } = proposalWords(model.step, p, part)
              const point = (): void => sheet.set({ pointed: proposalTies(p), ghost: p.entities })
              return (
                <ProposalRow
                  key={i}
                  point={point}
                  clear={clear}
                  words={words}
                  figure={figure}
                  p={p}
                  refused={refused}
                />
              )
            })}
          </ol>
          {proposals.length > 0 && (
            <button
              type="button"
              className="btn btn-sm btn-success mt-2"
              onPointerEnter={() => sheet.set({ ghost: proposals.at(-1)!.entities })}
              onPointerLeave={clear}
              onClick={() => sheet.settleWith(proposals)}
            >
              {proposals.length === 1 ? 'Take it' : `Take all ${proposals.length}`}
            </button>
          )}
        </>
      )}
    </Section>
  )
}

/** One proposal, to be taken or refused. */
function ProposalRow({
  point,
  clear,
  words,
  figure,
  p,
  refused,
}: {
  readonly point: () => void
  readonly clear: () => void
  readonly words: string
  readonly figure: string | undefined
  readonly p: Proposal
  readonly refused: readonly Suggestion[]
}) {
  const sheet = useSheet()
  return (
    <li
      className="flex items-center gap-1.5 border-t hairline py-1"
      onPointerEnter={point}
      onPointerLeave={clear}
    >
      <span className="min-w-0 flex-1">{words}</span>
      {figure && <span className="figure">{figure}</span>}
      <button
        type="button"
        className="btn btn-xs btn-paper"
        aria-label={`Take ${words}`}
        onFocus={point}
        onBlur={clear}
        onClick={() => sheet.settleWith([p])}
      >
        Take
      </button>
      <button
        type="button"
        className="btn btn-xs btn-ghost"
        aria-label={`Not ${words}`}
        onFocus={point}
        onBlur={clear}
        onClick={() => {
          clear()
          sheet.set({ refused: [...refused, p.constraint] })
        }}
      >
        Not this
      </button>
    </li>
  )
}
