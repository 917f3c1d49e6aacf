import type { Id, Result } from '../base/index.ts'
import { type Part } from '../recipe/index.ts'
import {
  bodiesOf,
  compareOrientations,
  createEvaluator,
  pathToBodies,
  type ComparedOrientation,
  type How,
  type Outside,
  type PartResult,
  type PathDistance,
} from '../recipe/evaluated/index.ts'
import { materialOf, meshOfBody, type Body } from '../solid/index.ts'
import { IMPORTS, exportFile, type WantedExport, type ExportedFile } from '../files/index.ts'
import { PICTURE_LOOKS, pictureOf, type Picture, type ReadMesh } from '../format/index.ts'
import { traceOutlines, type ColourPicture, type TraceOptions } from '../trace/index.ts'

/** One way of turning a run, drawn small. */
export type TurningCard = Omit<ComparedOrientation, 'bodies'> & { readonly picture: Picture | undefined }

export interface PictureSize {
  readonly width: number
  readonly height: number
}

/**
 * Everything that is worked out of parts, for whoever asks: the page's worker, the server's and the command line. One memory
 * for many parts, so that what one question worked out serves the next.
 */
export interface Service {
  evaluate(part: Part, how?: How): PartResult
  /** A run turned in every way. */
  compare(part: Part, run: Id, size: PictureSize): readonly TurningCard[]
  /** How near a step's path comes to the bodies of another. */
  distance(part: Part, path: Id, to: Id): PathDistance | undefined
  /** Outlines of what a picture shows. */
  trace(picture: ColourPicture, options: TraceOptions): ReturnType<typeof traceOutlines>
  exportFile(part: Part, wanted: WantedExport): Result<ExportedFile>
  /** The mesh that a file holds. */
  readMesh(bytes: Uint8Array): Result<ReadMesh>
  /** All bodies of a part drawn small; undefined when there is none. */
  picture(part: Part, size: PictureSize): Picture | undefined
}

export function createService(outside?: Outside): Service {
  const evaluator = createEvaluator(outside)
  return {
    evaluate: (part, how) => evaluator.evaluate(part, how),
    compare: (part, run, size) =>
      compareOrientations(evaluator, part, run).map(({ bodies, ...card }) => ({
        ...card,
        picture: bodies && drawn(bodies, size),
      })),
    distance: (part, path, to) => pathToBodies(evaluator, part, path, to),
    trace: traceOutlines,
    readMesh: IMPORTS.mesh.read,
    exportFile: (part, wanted) => exportFile(evaluator, part, wanted),
    picture(part, size) {
      const bodies = bodiesOf(evaluator.evaluate(part))
      return bodies.length > 0 ? drawn(bodies, size) : undefined
    },
  }
}

/** Bodies with their copies as a small picture, each material in its own look. */
function drawn(bodies: readonly Body[], { width, height }: PictureSize): Picture {
  const drawings = bodies.map((b) => ({
    mesh: meshOfBody(b),
    look: PICTURE_LOOKS[b.look],
    lookOf: (triangle: number) => PICTURE_LOOKS[materialOf(b, triangle).look],
  }))
  return pictureOf(drawings, width, height)
}
