import type { PickingInHand } from './usePicking.ts'

/** What is being picked, what the pointer is over, and a list to pick from by key. */
export function PickBanner({ hand }: { readonly hand: PickingInHand }) {
  const { picking, under, list, take } = hand
  if (!picking) return null
  return (
    <div className="absolute top-12 left-1/2 z-10 flex max-w-[92%] -translate-x-1/2 items-center gap-2 rounded-box bg-[var(--chosen-wash)] px-3 py-1.5 shadow">
      <span role="status" aria-label="Picking" className="min-w-0 truncate">
        {list.length === 0
          ? `No body before this step has a ${picking.flat ? 'flat ' : ''}${picking.what} to pick`
          : (under?.words ?? picking.hint)}{' '}
        · Esc leaves
      </span>
      {list.length > 0 && (
        <select
          className="select select-xs w-28"
          aria-label={picking.what === 'face' ? 'Pick a face by name' : 'Pick an edge by name'}
          value=""
          onChange={(e) => {
            const found = list.find((l) => l.name === e.target.value)
            if (found) take(found, 'one')
          }}
        >
          <option value="">by name…</option>
          {list.map((l) => (
            <option key={l.name} value={l.name}>
              {picking.chosen.includes(l.name) ? '✓ ' : ''}
              {l.words}
            </option>
          ))}
        </select>
      )}
    </div>
  )
}
