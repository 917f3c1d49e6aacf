import { gives, breachesOf, readPart, profileOf, type Part } from '@flexum/core/recipe'
import { leadOf, massOf, type PartResult } from '@flexum/core/recipe/evaluated'
import { PNG } from 'pngjs'
import { bendSheetOf } from '@flexum/core/report'
import { sectionPicture, type Picture } from '@flexum/core/format'
import type { Service } from '@flexum/core/service'
import { fail, fault, ok, type Result } from '@flexum/core/base'
import { bendSheetPdf } from '../pdf/bend-sheet.ts'
import type { PartFigures, SectionFigures } from '../db/schema.ts'

/** What is worked out of a part: its key figures, and its small picture as PNG; none when it has no body to draw. */
export interface PartWork {
  readonly figures: PartFigures
  readonly picture: Uint8Array | undefined
}

export const PICTURE_SIZE = { width: 300, height: 190 } as const

/** Reads a part of any version from what came in, checked by every rule there is. */
export function readWhole(input: unknown): Result<Part> {
  const read = readPart(input)
  if (!read.ok) return read
  const own = breachesOf(read.value).find((b) => !b.about.startsWith('order '))
  return own ? fail(fault('part.rules', `this part cannot be read; ${own.message}`)) : read
}

/** A part as it is kept: JSON text of any version. What is no JSON is refused; a reader that throws is a mistake of ours, and is not hidden. */
export function readText(text: string): Result<Part> {
  const parsed = parsedJson(text)
  return parsed.ok ? readWhole(parsed.value) : parsed
}

function parsedJson(text: string): Result<unknown> {
  try {
    return ok(JSON.parse(text))
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error
    return fail(fault('part.json', 'this is not JSON'))
  }
}

export function workOnPart(service: Service, part: Part): PartWork {
  const figures = figuresOf(part, service.evaluate(part))
  const picture = service.picture(part, PICTURE_SIZE)
  return { figures, picture: picture && pngOf(picture) }
}

/** Key figures of a part, as far as it gives them; all of its lead run, where it has one. */
export function figuresOf(part: Part, result: PartResult): PartFigures {
  const { run, path, profile, profileWords, bending } = leadOf(part, result)
  const mass = massOf(result)
  const bends = bending?.table?.rows.length ?? 0
  return {
    ...(run || path ? { length: run?.path.length ?? path!.analysis.length, bends } : {}),
    ...(profile && profileWords !== undefined ? { profile: profileWords, material: profile.material } : {}),
    ...(mass === undefined ? {} : { mass }),
    blocking: result.findings.filter((f) => f.severity === 'blocks').length,
  }
}

/** A small picture as PNG. */
function pngOf({ width, height, pixels }: Picture): Uint8Array {
  const png = new PNG({ width, height })
  png.data.set(pixels)
  return new Uint8Array(PNG.sync.write(png))
}

/** What a section of the library is worth, or why it is none. */
export function workOnSection(service: Service, section: Part): Result<SectionFigures> {
  const found = profileOf(section)
  const none = (message: string) => fail(fault('section.none', message))
  if (!found) return none('it holds no profile')
  const result = service.evaluate(section)
  const step = result.steps.find((s) => s.id === found.profile.id)
  const output = step?.state === 'good' ? step.output?.section : undefined
  if (!step || !output)
    return none(result.findings.find((f) => f.severity === 'blocks')?.message ?? 'it cannot be worked out')
  const { min, max } = output.properties.box
  return ok({
    kind: found.sketch ? 'drawn' : 'stock',
    summary: step.summary,
    width: max[0] - min[0],
    height: max[1] - min[1],
    area: output.properties.area,
    massPerMetre: output.massPerLength * 1000,
    material: output.material,
    picture: sectionPicture(output.section),
  })
}

/** The bend sheet of a forming step as a PDF; why there is none where there is not. */
export function drawBendSheet(service: Service, part: Part, wanted: SheetWanted): Result<Uint8Array> {
  const step = part.steps.find((s) => s.id === wanted.step)
  if (!step || !gives(step, 'forming'))
    return fail(fault('sheet.none', 'there is no such forming step in this part'))
  const result = service.evaluate(part)
  const sheet = bendSheetOf(part, result, wanted.step, wanted.revision)
  if (!sheet) {
    const why = result.findings.find((f) => f.severity === 'blocks')
    return fail(fault('sheet.unbuilt', `"${step.name}" cannot be worked out${why ? `: ${why.message}` : ''}`))
  }
  return ok(bendSheetPdf(sheet))
}

/** Which bend sheet is wanted: of which forming step, of which revision of the part. */
export interface SheetWanted {
  readonly step: string
  readonly revision: number
}
