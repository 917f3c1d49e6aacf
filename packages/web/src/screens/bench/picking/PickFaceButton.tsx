import { faceWords } from '@flexum/core/solid'
import type { PickedFace, Step } from '@flexum/core/recipe'
import { useBench, usePart, useSessionState } from '../context.ts'

/** A button by which a face is pressed in the picture; it says which is picked. */
export function PickFaceButton(props: {
  readonly step: Step
  readonly label: string
  readonly picked: PickedFace | undefined
  readonly hint: string
  readonly flat?: boolean
  onPick(face: PickedFace): void
}) {
  const { session } = useBench()
  const part = usePart()
  const { step, label, picked, hint, flat = true } = props
  const active = useSessionState((s) => s.picking?.step === step.id && s.picking.hint === hint)
  return (
    <div className="flex items-center gap-2">
      <span className="muted min-w-0 flex-1 truncate" title={picked?.face}>
        {picked
          ? faceWords(picked.face, (id) => part.steps.find((s) => s.id === id)?.name)
          : 'no face picked yet'}
      </span>
      <button
        type="button"
        className={`btn btn-xs ${active ? 'btn-primary' : picked ? 'btn-paper' : 'btn-success'}`}
        aria-pressed={active}
        onClick={() =>
          session.pick(
            active
              ? undefined
              : {
                  step: step.id,
                  what: 'face',
                  flat,
                  hint,
                  chosen: picked ? [picked.face] : [],
                  take: ({ of, name }) => props.onPick({ of, face: name }),
                },
          )
        }
      >
        {label}
      </button>
    </div>
  )
}
