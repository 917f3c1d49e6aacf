import { useEffect, useMemo, useState } from 'react'
import type { SheetPicture } from '@flexum/core/document'
import { setPicture } from '@flexum/core/edit'
import { FILES_IN } from '@flexum/core/files'
import { deg, rad } from '@flexum/core/num'
import { flipCurve, placeCurve, type Curve2 } from '@flexum/core/plane'
import type { TracedLoop } from '@flexum/core/trace'
import { imageAddress, uploadImage, type KeptImage } from '../../../api/images.ts'
import { Cancelled } from '../../../compute/client.ts'
import { shownPart } from '../../../bench/session.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { pictureIn, turnedTo } from '../../../sheet/picture.ts'
import { entitiesOf, putStrokes } from '../../../sheet/strokes.ts'
import { counted } from '../../../ui/counted.ts'
import { Section } from '../../../ui/Figures.tsx'
import { useBench } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'
import { greysOf } from './greys.ts'

/** The picture under the drawing: how strongly it is seen, its turn and scale, and outlines found in it. */
export function PicturePanel({ model }: { readonly model: SheetModel }) {
  const { session } = useBench()
  const sheet = useSheet()
  const tool = useSheetState((s) => s.tool)
  const [finding, setFinding] = useState(false)
  const { picture } = model.step
  if (!picture) return null
  const put = (next: SheetPicture | undefined, label: string, mergeKey?: string): void =>
    void session.run(
      setPicture,
      { step: model.step.id, picture: next },
      { label, ...(mergeKey ? { mergeKey } : {}) },
    )
  return (
    <Section
      title="Picture"
      aside={
        <button
          type="button"
          className="btn btn-xs btn-ghost"
          onClick={() => put(undefined, 'Take the picture away')}
        >
          Take away
        </button>
      }
    >
      <div className="flex flex-col gap-1.5">
        <Slider
          label="Seen"
          min={0.05}
          max={1}
          step={0.05}
          value={picture.shade}
          onChange={(shade) => put({ ...picture, shade }, 'Picture seen', `shade-${model.step.id}`)}
        />
        <Slider
          label="Turned, degrees"
          min={-45}
          max={45}
          step={0.5}
          value={Number(deg(picture.angle).toFixed(1))}
          onChange={(a) => put(turnedTo(picture, rad(a)), 'Turn the picture', `turn-${model.step.id}`)}
        />
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className={`btn btn-xs ${tool === 'scale-picture' ? 'btn-primary' : 'btn-paper'}`}
            aria-pressed={tool === 'scale-picture'}
            onClick={() => sheet.take('scale-picture')}
          >
            Set the scale
          </button>
          <button
            type="button"
            className={`btn btn-xs ${tool === 'stretch-picture' ? 'btn-primary' : 'btn-paper'}`}
            aria-pressed={tool === 'stretch-picture'}
            disabled={!picture.known}
            title={
              picture.known
                ? 'For pixels that are not square: a second known length, across the first'
                : 'Set the scale by one length first'
            }
            onClick={() => sheet.take('stretch-picture')}
          >
            Across too
          </button>
          <button
            type="button"
            className="btn btn-xs btn-paper"
            aria-pressed={finding}
            onClick={() => setFinding(!finding)}
          >
            Find outlines
          </button>
        </div>
        {finding && <FindOutlines picture={picture} onDone={() => setFinding(false)} />}
      </div>
    </Section>
  )
}

function Slider(props: {
  readonly label: string
  readonly min: number
  readonly max: number
  readonly step: number
  readonly value: number
  onChange(value: number): void
}) {
  return (
    <label className="grid grid-cols-[1fr_140px_44px] items-center gap-x-2">
      <span className="muted">{props.label}</span>
      <input
        type="range"
        className="range range-xs"
        min={props.min}
        max={props.max}
        step={props.step}
        value={props.value}
        onChange={(e) => props.onChange(Number(e.target.value))}
      />
      <span className="figure text-right">{props.value}</span>
    </label>
  )
}

type Found =
  | { readonly kind: 'working' }
  | { readonly kind: 'failed'; readonly message: string }
  | {
      readonly kind: 'found'
      readonly threshold: number
      readonly every: number
      readonly loops: readonly TracedLoop[]
    }

/** Threshold, tolerance, dark or light; what is found is drawn over the sheet, and put in when told to. */
function FindOutlines({ picture, onDone }: { readonly picture: SheetPicture; onDone(): void }) {
  const sheet = useSheet()
  const { compute } = useBench()
  const [threshold, setThreshold] = useState<number>()
  const [tolerance, setTolerance] = useState(0.6)
  const [dark, setDark] = useState(true)
  const [found, setFound] = useState<Found>({ kind: 'working' })
  const greys = useMemo(
    () => greysOf(imageAddress(picture.image), picture.stretch),
    [picture.image, picture.stretch],
  )
  useEffect(() => {
    let ended = false
    setFound({ kind: 'working' })
    greys
      .then(async ({ picture: p, every }) => {
        const r = await compute.trace(p, { threshold, dark, tolerance })
        if (!ended) setFound({ kind: 'found', every, ...r })
      })
      .catch((e: Error) => {
        if (!ended && !(e instanceof Cancelled)) setFound({ kind: 'failed', message: e.message })
      })
    return () => {
      ended = true
    }
  }, [compute, greys, threshold, dark, tolerance])
  const strokes = useMemo(
    () =>
      found.kind === 'found'
        ? found.loops.map((l) => ({
            closed: true,
            smooth: l.smooth,
            curves: l.curves.map((c) => onSheet(c, picture, found.every)),
          }))
        : [],
    [found, picture],
  )
  useEffect(() => {
    sheet.set({ ghost: strokes.length > 0 ? entitiesOf(strokes) : undefined })
    return () => sheet.set({ ghost: undefined })
  }, [sheet, strokes])
  return (
    <div
      className="mt-1 flex flex-col gap-1.5 border-t hairline pt-2"
      role="group"
      aria-label="Find outlines"
    >
      <Slider
        label="Grey between"
        min={1}
        max={254}
        step={1}
        value={Math.round(threshold ?? (found.kind === 'found' ? found.threshold : 128))}
        onChange={setThreshold}
      />
      <Slider label="Within, px" min={0.3} max={3} step={0.1} value={tolerance} onChange={setTolerance} />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={dark}
          onChange={(e) => setDark(e.target.checked)}
        />
        The shape is the dark part
      </label>
      <p role="status" className={found.kind === 'failed' ? 'text-error' : 'muted'}>
        {found.kind === 'working' && 'Looking…'}
        {found.kind === 'failed' && `✕ ${found.message}`}
        {found.kind === 'found' && foundWords(found.loops)}
      </p>
      <button
        type="button"
        className="btn btn-sm btn-success self-start"
        disabled={strokes.length === 0}
        onClick={() => {
          if (sheet.edit('Draw the outlines', (d) => putStrokes(d, strokes))) onDone()
        }}
      >
        Draw what was found
      </button>
    </div>
  )
}

function foundWords(loops: readonly TracedLoop[]): string {
  if (loops.length === 0) return 'No outline at this grey.'
  const curves = loops.flatMap((l) => l.curves)
  const arcs = curves.filter((c) => c.kind === 'arc').length
  const many = loops.length === 1 ? 'One outline' : `${loops.length} outlines`
  const straights = curves.length - arcs
  return `${many}: ${counted(straights, 'straight')}, ${counted(arcs, 'arc')}.`
}

/** A curve in px of what was traced, y down, as it lies on the sheet. */
function onSheet(c: Curve2, p: SheetPicture, every: number): Curve2 {
  const k = p.scale * every
  const scaled = scaledCurve(c, k)
  // y up: mirrored left to right, then half a turn.
  const up = placeCurve(flipCurve(scaled), Math.PI, [0, p.height * p.scale * (p.stretch ?? 1)])
  return placeCurve(placeCurve(up, p.angle, [0, 0]), 0, p.at)
}

function scaledCurve(c: Curve2, k: number): Curve2 {
  if (c.kind === 'line') return { ...c, from: [c.from[0] * k, c.from[1] * k], to: [c.to[0] * k, c.to[1] * k] }
  if (c.kind === 'arc') return { ...c, centre: [c.centre[0] * k, c.centre[1] * k], radius: c.radius * k }
  return { ...c, points: c.points.map(([x, y]) => [x * k, y * k] as const) }
}

/** Lays a picture on the sheet: from a file, or pasted. */
export function usePicturePutting(): (file: Blob) => void {
  const { session } = useBench()
  const sheet = useSheet()
  const checked = async (file: Blob): Promise<KeptImage> => {
    const head = FILES_IN.picture.read(new Uint8Array(await file.arrayBuffer()))
    if (!head.ok) throw new Error(head.fault.message)
    return uploadImage(file, head.value.type)
  }
  return (file) => {
    checked(file).then(
      (image) => {
        const { view } = sheet.store.getState()
        if (shownPart(session.store.getState()).steps.some((s) => s.id === sheet.stepId))
          session.run(
            setPicture,
            { step: sheet.stepId, picture: pictureIn(view, image) },
            { label: 'Lay a picture' },
          )
      },
      (e: Error) => sheet.say(`This picture cannot be laid here: ${e.message}.`),
    )
  }
}
