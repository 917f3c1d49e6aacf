import { toast } from 'sonner'
import { kindOf, LIMITS, UNSAID, type ImportedBodyStep, changeImportedBody } from '@flexum/core/recipe'
import { packMesh } from '@flexum/core/space'
import type { Session } from '../../../bench/session.ts'
import { Cancelled, type Compute } from '../../../compute/client.ts'

/** Puts the mesh of a file into a step, read in a worker; says why where it cannot. */
export async function bringInBody(
  session: Session,
  compute: Compute,
  step: ImportedBodyStep,
  file: File,
): Promise<void> {
  try {
    const read = await compute.readMesh(new Uint8Array(await file.arrayBuffer()))
    if (!read.ok) {
      toast.error(`${file.name}: ${read.fault.message}`)
      return
    }
    const stem = file.name.replace(/\.[^.]*$/, '').slice(0, LIMITS.nameLength)
    const packed = packMesh(read.value)
    if (Math.max(packed.places.length, packed.corners.length) > LIMITS.packed) {
      toast.error(`${file.name} has more places than a part holds. Write it out coarser.`)
      return
    }
    session.run(
      changeImportedBody,
      {
        step: step.id,
        choices: {
          mesh: { file: file.name.slice(0, LIMITS.nameLength), ...packed },
          unit: read.value.unit ?? UNSAID,
          mended: false,
          // As long as nobody named it, it goes by its file.
          ...(step.name.startsWith(kindOf(step).title) && stem !== '' ? { name: stem } : {}),
        },
      },
      { label: `Take ${file.name}` },
    )
  } catch (error) {
    if (!(error instanceof Cancelled)) toast.error(`${file.name} could not be read: ${String(error)}`)
  }
}
