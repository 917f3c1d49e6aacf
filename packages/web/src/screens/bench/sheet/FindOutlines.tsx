import { useEffect, useMemo, useRef, useState } from 'react'
import { deg } from '@flexum/core/num'
import type { ColourPicture, ShapeIs, Squared } from '@flexum/core/trace'
import { imageAddress } from '../../../api/images.ts'
import { Cancelled } from '../../../compute/client.ts'
import { foundOn, squareTurn, type FoundOutline } from '../../../sheet/found.ts'
import { putStrokes } from '../../../sheet/strokes.ts'
import { counted } from '../../../ui/counted.ts'
import { useFocusFirst } from '../../../ui/useFocusFirst.ts'
import { useBench } from '../context.ts'
import { coloursOf } from './colours.ts'
import { useSheet, useSheetState } from './context.ts'
import { Slider } from './Slider.tsx'
import type { SheetPicture } from '@flexum/core/recipe'

type Finding =
  | { readonly kind: 'working' }
  | { readonly kind: 'failed'; readonly message: string }
  /** Outlines in px of what was traced; `every` px of the picture are one of those. */
  | { readonly kind: 'found'; readonly loops: readonly Squared[]; readonly every: number }

/** A picture turned by less than this, rad, is upright. */
const UPRIGHT = 0.001

/** How outlines are looked for; what is found is drawn over the sheet, some of it left out, and put in when told to. */
export function FindOutlines(props: {
  readonly picture: SheetPicture
  /** Turns the picture so that the straights found are level and upright. */
  onUpright(angle: number): void
  onDone(): void
}) {
  const { picture } = props
  const opened = useFocusFirst<HTMLDivElement>()
  const sheet = useSheet()
  const [between, setBetween] = useState(50)
  const [tolerance, setTolerance] = useState(0.6)
  const [shape, setShape] = useState<ShapeIs>()
  const [middles, setMiddles] = useState(true)
  const placed = useRef<Finding | undefined>(undefined)
  const found = useSheetState((s) => s.found)
  const colours = useMemo(
    () => coloursOf(imageAddress(picture.image), picture.stretch),
    [picture.image, picture.stretch],
  )
  const finding = useFound({ colours, between, shape, tolerance, middles })
  useEffect(() => {
    if (finding.kind === 'failed') sheet.set({ found: undefined })
    if (finding.kind !== 'found') return
    // The same ones after the picture was moved: what was left out stays so.
    const before = placed.current === finding ? sheet.store.getState().found : undefined
    placed.current = finding
    const found = foundOn(finding.loops, picture, finding.every)
    sheet.set({ found: found.map((f, i) => ({ ...f, out: before?.[i]?.out ?? false })) })
  }, [finding, picture, sheet])
  useEffect(() => () => sheet.set({ found: undefined }), [sheet])
  const turn = finding.kind === 'found' ? squareTurn(finding.loops, picture) : 0
  const wanted = (found ?? []).filter((f) => !f.out)
  return (
    <div
      ref={opened}
      className="mt-1 flex flex-col gap-1.5 border-t hairline pt-2"
      role="group"
      aria-label="Find outlines"
    >
      <Slider label="Edge at, %" min={10} max={90} step={5} value={between} onChange={setBetween} />
      <Slider label="Within, px" min={0.3} max={3} step={0.1} value={tolerance} onChange={setTolerance} />
      <label className="grid grid-cols-[1fr_184px] items-center gap-x-2">
        <span className="muted">The shape is</span>
        <select
          className="select select-xs"
          value={shape ?? ''}
          onChange={(e) => setShape((e.target.value || undefined) as ShapeIs | undefined)}
        >
          <option value="">what differs from the ground</option>
          <option value="dark">the dark part</option>
          <option value="light">the light part</option>
        </select>
      </label>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={middles}
          onChange={(e) => setMiddles(e.target.checked)}
        />
        Thin lines by their middle
      </label>
      <p role="status" className={finding.kind === 'failed' ? 'text-error' : 'muted'}>
        {finding.kind === 'working' && 'Looking…'}
        {finding.kind === 'failed' && `✕ ${finding.message}`}
        {finding.kind === 'found' && foundWords(found ?? [])}
      </p>
      {found && found.length > 1 && <Outlines found={found} />}
      <FoundButtons
        wanted={wanted}
        found={found}
        turn={turn}
        picture={picture}
        onDone={props.onDone}
        onUpright={props.onUpright}
      />
    </div>
  )
}

/** Finds outlines in the picture as often as what is asked of it changes. */
function useFound({
  colours,
  between,
  shape,
  tolerance,
  middles,
}: {
  readonly colours: Promise<{ readonly picture: ColourPicture; readonly every: number }>
  readonly between: number
  readonly shape: ShapeIs | undefined
  readonly tolerance: number
  readonly middles: boolean
}) {
  const { compute } = useBench()
  const [finding, setFinding] = useState<Finding>({ kind: 'working' })
  useEffect(() => {
    let ended = false
    setFinding({ kind: 'working' })
    colours
      .then(async ({ picture: p, every }) => {
        const loops = await compute.trace(p, { between: between / 100, shape, tolerance, sides: !middles })
        if (!ended) setFinding({ kind: 'found', loops, every })
      })
      .catch((e: Error) => {
        if (!ended && !(e instanceof Cancelled)) setFinding({ kind: 'failed', message: e.message })
      })
    return () => {
      ended = true
    }
  }, [compute, colours, between, shape, tolerance, middles])
  return finding
}

/** What can be done with what was found. */
function FoundButtons({
  wanted,
  found,
  turn,
  picture,
  onDone,
  onUpright,
}: {
  readonly wanted: FoundOutline[]
  readonly found: readonly FoundOutline[] | undefined
  readonly turn: number
  readonly picture: SheetPicture
  readonly onDone: () => void
  readonly onUpright: (angle: number) => void
}) {
  const sheet = useSheet()
  return (
    <div className="flex flex-wrap gap-2">
      <button
        type="button"
        className="btn btn-sm btn-success"
        disabled={wanted.length === 0}
        onClick={() => {
          const strokes = wanted.map((f) => f.stroke)
          if (sheet.edit('Draw the outlines', (d) => putStrokes(d, strokes))) onDone()
        }}
      >
        {wanted.length === (found?.length ?? 0)
          ? 'Draw what was found'
          : `Draw ${counted(wanted.length, 'outline')}`}
      </button>
      {Math.abs(turn) > UPRIGHT && (
        <button
          type="button"
          className="btn btn-sm btn-paper"
          title="Turns the picture so that most straights are level or upright"
          onClick={() => onUpright(picture.angle - turn)}
        >
          Upright: turn by {deg(-turn).toFixed(1)}°
        </button>
      )}
    </div>
  )
}

/** All that was found, each taken or left out; on the sheet they are pressed. */
function Outlines({ found }: { readonly found: readonly FoundOutline[] }) {
  const sheet = useSheet()
  return (
    <ul aria-label="Outlines found" className="max-h-40 overflow-y-auto">
      {found.map((f, i) => (
        <li key={i}>
          <label className="flex items-center gap-2 py-0.5">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={!f.out}
              onChange={() => sheet.leaveOut(i)}
            />
            <span className="figure muted w-4 text-right">{i + 1}</span>
            {curvesWords(f)}
          </label>
        </li>
      ))}
    </ul>
  )
}

function curvesWords({ stroke }: FoundOutline): string {
  const arcs = stroke.curves.filter((c) => c.kind === 'arc').length
  if (stroke.closed && stroke.curves.length === 1) return 'a circle'
  const straights = stroke.curves.length - arcs
  const open = stroke.closed ? '' : ', open'
  return `${counted(straights, 'straight')}, ${counted(arcs, 'arc')}${open}`
}

function foundWords(found: readonly FoundOutline[]): string {
  if (found.length === 0) return 'No outline. Say which part the shape is, or move where its edge lies.'
  if (found.length === 1) return `One outline: ${curvesWords(found[0]!)}.`
  return `${found.length} outlines. Press one on the sheet, or here, to leave it out.`
}
