import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import { setPicture, type SheetPicture } from '@flexum/core/recipe'
import { IMPORTS } from '@flexum/core/files'
import { deg, rad } from '@flexum/core/num'
import { uploadImage, type KeptImage } from '../../../api/images.ts'
import { shownPart } from '../../../bench/session.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { pictureIn, turnedTo } from '../../../sheet/picture.ts'
import { FileButton } from '../../../ui/FileButton.tsx'
import { Section } from '../../../ui/Figures.tsx'
import { useBench } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'
import { FindOutlines } from './FindOutlines.tsx'
import { pictureKey, usePictureThere } from './usePictureThere.ts'
import { Slider } from './Slider.tsx'
import type { ToolName } from '../../../sheet/tools/names.ts'

/** The picture under the drawing: how strongly it is seen, its turn and scale, and outlines found in it. */
export function PicturePanel({ model }: { readonly model: SheetModel }) {
  const { session } = useBench()
  const tool = useSheetState((s) => s.tool)
  const [finding, setFinding] = useState(false)
  const { picture } = model.step
  const there = usePictureThere(picture?.image)
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
        {there === false && <MissingPicture hash={picture.image} />}
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
        <PictureButtons tool={tool} picture={picture} finding={finding} setFinding={setFinding} />
        {finding && (
          <FindOutlines
            picture={picture}
            onUpright={(angle) => put(turnedTo(picture, angle), 'Put the picture upright')}
            onDone={() => setFinding(false)}
          />
        )}
      </div>
    </Section>
  )
}

/** What can be done with the picture. */
function PictureButtons({
  tool,
  picture,
  finding,
  setFinding,
}: {
  readonly tool: ToolName
  readonly picture: SheetPicture
  readonly finding: boolean
  readonly setFinding: (next: boolean) => void
}) {
  const sheet = useSheet()
  return (
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
        className={`btn btn-xs ${tool === 'upright-picture' ? 'btn-primary' : 'btn-paper'}`}
        aria-pressed={tool === 'upright-picture'}
        title="Press two places of an edge that is level or upright in truth"
        onClick={() => sheet.take('upright-picture')}
      >
        Upright by an edge
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
  )
}

/** Says that the picture is missing, and takes the file that it is of. */
function MissingPicture({ hash }: { readonly hash: string }) {
  const queries = useQueryClient()
  const lay = usePicturePutting()
  const bring = async (file: File): Promise<void> => {
    const head = IMPORTS.picture.read(new Uint8Array(await file.arrayBuffer()))
    if (!head.ok) return void toast.error(`${file.name}: ${head.fault.message}`)
    const kept = await uploadImage(file, head.value.type)
    if (kept.hash === hash) return queries.invalidateQueries({ queryKey: pictureKey(hash) })
    toast.warning(`${file.name} is another picture than the one that was traced`, {
      action: { label: 'Lay it all the same', onClick: () => lay(file) },
    })
  }
  return (
    <div className="rounded border border-warning p-2">
      <p>
        The picture is not on this server: the part came in a file without it. What is drawn over it is whole.
        Bring the same picture file, or a part file that holds it, from where it was drawn.
      </p>
      <FileButton
        sort="picture"
        className="btn-xs btn-paper mt-1.5"
        onFile={(file) => void bring(file).catch((e: Error) => toast.error(`${file.name}: ${e.message}`))}
      >
        Bring the picture…
      </FileButton>
    </div>
  )
}

/** Lays a picture on the sheet: from a file, or pasted. */
export function usePicturePutting(): (file: Blob) => void {
  const { session } = useBench()
  const sheet = useSheet()
  const checked = async (file: Blob): Promise<KeptImage> => {
    const head = IMPORTS.picture.read(new Uint8Array(await file.arrayBuffer()))
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
