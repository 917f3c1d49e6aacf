import type { Cure, Finding } from '@flexum/core/recipe/evaluated'

const STYLES = {
  blocks: { wash: 'var(--block-wash)', bar: 'border-error', sign: '✕', word: 'Blocks' },
  warns: { wash: 'var(--warn-wash)', bar: 'border-warning', sign: '◆', word: 'Warns' },
  notes: { wash: 'var(--go-wash)', bar: 'border-success', sign: '○', word: 'Note' },
} as const

/** A finding with where it is and the changes that would cure it. */
export function FindingCard(props: {
  readonly finding: Finding
  /** Whose it is, where that is not plain. */
  readonly of?: string
  onShow?(): void
  onCure(cure: Cure): void
}) {
  const { finding } = props
  const style = STYLES[finding.severity]
  return (
    <article
      className={`rounded-r-box border-l-[3px] px-3 py-2 ${style.bar}`}
      style={{ background: style.wash }}
    >
      {props.of && <p className="muted">{props.of}</p>}
      <p>
        <span aria-hidden>{style.sign} </span>
        <span className="sr-only">{style.word}: </span>
        {finding.message}
      </p>
      {(finding.cures.length > 0 || props.onShow) && (
        <p className="mt-1 flex flex-wrap gap-x-3">
          {finding.cures.map((cure) => (
            <button
              key={cure.label}
              type="button"
              className="cursor-pointer font-medium text-success underline"
              onClick={() => props.onCure(cure)}
            >
              {cure.label}
            </button>
          ))}
          {props.onShow && (
            <button type="button" className="cursor-pointer underline" onClick={props.onShow}>
              Show
            </button>
          )}
        </p>
      )}
    </article>
  )
}
