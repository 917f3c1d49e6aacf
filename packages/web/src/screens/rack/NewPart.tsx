import type { Part, StarterName } from '@flexum/core/recipe'
import { useRef, useState } from 'react'

/** Starting shapes with a drawing each; the recipes behind them load with the first use. */
const SHAPES: readonly { name: StarterName; title: string; drawing: string }[] = [
  { name: 'drawn', title: 'Drawn path', drawing: 'M8 10C20 4 26 40 40 38S52 8 64 14M64 14L74 10L71 20Z' },
  { name: 'straight', title: 'Straight bar', drawing: 'M6 24H74' },
  { name: 'angle', title: 'One bend', drawing: 'M8 38H56a10 10 0 0 0 10-10V6' },
  { name: 'hoop', title: 'Hoop', drawing: 'M14 42V18a12 12 0 0 1 12-12H54a12 12 0 0 1 12 12V42' },
  {
    name: 'frame',
    title: 'Closed frame',
    drawing: 'M22 8H58a10 10 0 0 1 10 10V30a10 10 0 0 1-10 10H22a10 10 0 0 1-10-10V18a10 10 0 0 1 10-10Z',
  },
  {
    name: 'room',
    title: 'Room',
    drawing: 'M14 42V16L26 8H58L70 16V42M14 16H70M26 8V34L14 42M26 34H58L70 42M58 8V34',
  },
  { name: 'spring', title: 'Helix', drawing: 'M12 40C12 30 68 46 68 36S12 32 12 24 68 30 68 20 12 16 12 8' },
]

/** A dialog that starts a part from a shape. */
export function NewPart(props: { readonly busy: boolean; onMake(part: Part): void }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [name, setName] = useState('')
  const [shape, setShape] = useState<StarterName>('hoop')
  const make = async (): Promise<void> => {
    const { STARTERS } = await import('@flexum/core/recipe')
    props.onMake(STARTERS[shape].make(name.trim() || STARTERS[shape].title))
    dialog.current?.close()
  }
  return (
    <>
      <button type="button" className="btn btn-sm btn-neutral" onClick={() => dialog.current?.showModal()}>
        New part
      </button>
      <dialog ref={dialog} className="modal" aria-labelledby="new-part">
        <form
          className="modal-box max-w-3xl"
          onSubmit={(e) => {
            e.preventDefault()
            void make()
          }}
        >
          <h2 id="new-part" className="mb-4 text-[17px] font-semibold">
            New part
          </h2>
          <label className="mb-4 flex flex-col gap-1">
            <span className="muted">Name</span>
            <input
              className="input w-full"
              value={name}
              maxLength={120}
              placeholder="What it is called"
              onChange={(e) => setName(e.target.value)}
            />
          </label>
          <fieldset>
            <legend className="muted mb-1">Starts as</legend>
            <div className="grid grid-cols-7 gap-2">
              {SHAPES.map((s) => (
                <ShapeChoice key={s.name} s={s} shape={shape} setShape={setShape} />
              ))}
            </div>
          </fieldset>
          <div className="modal-action">
            <button type="button" className="btn btn-sm btn-ghost" onClick={() => dialog.current?.close()}>
              Cancel
            </button>
            <button type="submit" className="btn btn-sm btn-neutral" disabled={props.busy}>
              Start
            </button>
          </div>
        </form>
      </dialog>
    </>
  )
}

/** One shape to begin with. */
function ShapeChoice({
  s,
  shape,
  setShape,
}: {
  readonly s: { name: StarterName; title: string; drawing: string }
  readonly shape: 'drawn' | 'straight' | 'angle' | 'hoop' | 'frame' | 'spring' | 'room'
  readonly setShape: (next: StarterName) => void
}) {
  return (
    <label
      className={`flex cursor-pointer flex-col items-center gap-1 rounded-box border px-2 pt-3 pb-2 ${shape === s.name ? 'border-primary bg-[var(--chosen-wash)]' : 'hairline bg-base-100'}`}
    >
      <input
        type="radio"
        name="shape"
        className="sr-only"
        checked={shape === s.name}
        onChange={() => setShape(s.name)}
      />
      <svg
        viewBox="0 0 80 48"
        width="80"
        height="48"
        aria-hidden
        fill="none"
        stroke="currentColor"
        strokeWidth="3.5"
      >
        <path d={s.drawing} />
      </svg>
      {s.title}
    </label>
  )
}
