import { useEffect, useLayoutEffect, useRef, type ReactNode } from 'react'

/** A dialog with a form; it opens when it appears, and Escape closes it. */
export function FormDialog(props: {
  readonly title: string
  readonly keep: string
  readonly busy: boolean
  /** What the server refused, in its words. */
  readonly refusal: string | undefined
  /** How often it was tried to keep it; each time that finds something wrong, the first such field is entered. */
  readonly tries?: number
  onSubmit(e: React.FormEvent): void
  onClose(): void
  readonly children: ReactNode
}) {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => dialog.current?.showModal(), [])
  // With what is told, not some time after: whoever goes to another field by then is not called back.
  useLayoutEffect(() => {
    dialog.current?.querySelector<HTMLElement>('[data-fault] :is(input, select, textarea)')?.focus()
  }, [props.tries])
  return (
    <dialog ref={dialog} className="modal" aria-label={props.title} onClose={props.onClose}>
      <form className="modal-box max-w-md" noValidate onSubmit={props.onSubmit}>
        <h2 className="mb-4 text-[17px] font-semibold">{props.title}</h2>
        <div className="flex flex-col gap-2.5">{props.children}</div>
        {props.refusal && (
          <p role="alert" className="mt-3 rounded-[3px] bg-[var(--block-wash)] px-2 py-1.5">
            <span aria-hidden className="text-error">
              ✕{' '}
            </span>
            Not kept: {props.refusal}.
          </p>
        )}
        <div className="modal-action">
          <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
            Cancel
          </button>
          <button type="submit" className="btn btn-sm btn-neutral" disabled={props.busy}>
            {props.keep}
          </button>
        </div>
      </form>
    </dialog>
  )
}

/** A labelled field with what is wrong with it below. */
export function Row(props: {
  readonly label: string
  readonly fault: string | undefined
  readonly children: ReactNode
}) {
  return (
    <div data-fault={props.fault ? '' : undefined}>
      <label className="grid grid-cols-[1fr_220px] items-center gap-x-2">
        <span className="muted">{props.label}</span>
        {props.children}
      </label>
      {props.fault && (
        <p role="alert" className="mt-0.5 text-right text-error">
          {props.fault}
        </p>
      )}
    </div>
  )
}
