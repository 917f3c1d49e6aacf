import { fail, fault, ok, type Result } from '../base/index.ts'
import { kindOf } from './registry.ts'
import type { Part } from './part.ts'
import { readPart, writePart } from './read.ts'

/** A picture as a part file holds it: what it is, and its bytes in base 64. */
export interface FilePicture {
  readonly type: string
  readonly data: string
}

/** Where pictures stand in a part file: by what they are named by. */
const KEY = 'pictures'
/** Types of pictures, and most characters of all of them together in one file: 60 MB. */
const TYPES: readonly unknown[] = ['image/png', 'image/jpeg']
const MOST_PIXELS = 8e7
const NAME = /^[0-9a-f]{64}$/
const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/

/** The pictures that lie under sheets of a part, by what they are named by, each once. */
export const picturesUnder = (part: Part): readonly string[] => [
  ...new Set(part.steps.flatMap((s) => kindOf(s).pictures?.(s) ?? [])),
]

/** A part file that holds its pictures; without any it is the part alone. */
export function writePartFile(part: Part, pictures: ReadonlyMap<string, FilePicture>): string {
  if (pictures.size === 0) return writePart(part)
  return `${JSON.stringify({ ...part, [KEY]: Object.fromEntries(pictures) }, null, 2)}\n`
}

/** The part of a part file and the pictures in it; a part file without pictures has none. The fault says what cannot be read. */
export function readPartFile(
  text: string,
): Result<{ readonly part: Part; readonly pictures: ReadonlyMap<string, FilePicture> }> {
  let input: unknown
  try {
    input = JSON.parse(text)
  } catch (error) {
    return fail(
      fault(
        'part.json',
        `this is not JSON: ${error instanceof Error ? error.message : 'it cannot be parsed'}`,
      ),
    )
  }
  if (typeof input !== 'object' || input === null || !(KEY in input)) {
    const read = readPart(input)
    return read.ok ? ok({ part: read.value, pictures: new Map() }) : read
  }
  const { [KEY]: held, ...rest } = input as Record<string, unknown>
  const pictures = picturesIn(held)
  if (!pictures.ok) return pictures
  const read = readPart(rest)
  return read.ok ? ok({ part: read.value, pictures: pictures.value }) : read
}

function picturesIn(held: unknown): Result<ReadonlyMap<string, FilePicture>> {
  const bad = (why: string) =>
    fail(fault('part.pictures', `the pictures in this file cannot be read: ${why}`))
  if (typeof held !== 'object' || held === null || Array.isArray(held)) return bad('they are no list by name')
  const found = new Map<string, FilePicture>()
  let size = 0
  for (const [name, picture] of Object.entries(held)) {
    const { type, data } = (picture ?? {}) as { readonly type?: unknown; readonly data?: unknown }
    if (!NAME.test(name))
      return bad(`"${name.slice(0, 70)}" is no name of a picture, which is 64 hexadecimal digits`)
    if (typeof type !== 'string' || !TYPES.includes(type)) return bad('a picture is a PNG or a JPEG')
    if (typeof data !== 'string' || data.length % 4 !== 0 || !BASE64.test(data))
      return bad('its bytes are not written in base 64')
    size += data.length
    if (size > MOST_PIXELS) return bad(`they are larger than ${MOST_PIXELS / 1e6} MB together`)
    found.set(name, { type, data })
  }
  return ok(found)
}

/** The part in a part file, whether it holds pictures or not. */
export function readPartText(text: string): Result<Part> {
  const read = readPartFile(text)
  return read.ok ? ok(read.value.part) : read
}
