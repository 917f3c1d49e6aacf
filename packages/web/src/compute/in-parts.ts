/** A value that is sent by itself, and where in the whole it belongs: the keys that lead there. */
export interface SentPart {
  readonly at: readonly (string | number)[]
  readonly value: unknown
}

/** A message without what follows it by itself. */
export interface InParts<T> {
  readonly first: T
  readonly rest: readonly SentPart[]
}

/** Values that one message may hold: some milliseconds of the page, which takes a message in at one go. */
const VALUES_PER_MESSAGE = 6000
/** Objects of more keys are sent whole, not key by key. */
const KEYS = 64

/**
 * A message parted so that none of its parts holds the page for long: what has more than `many` values in it is left out of the first
 * part and follows by itself. Rows and tables are not parted further. Buffers count as one value, whatever their length.
 */
export function inParts<T>(message: T, many = VALUES_PER_MESSAGE): InParts<T> {
  const rest: SentPart[] = []
  const first = lightened(message, [], many, rest)
  return { first: first as T, rest }
}

/** A message put together again; the parts may have come in any order. */
export function together<T>(first: T, rest: readonly SentPart[]): T {
  // What holds others comes before what belongs into it.
  const inward = [...rest].sort((a, b) => a.at.length - b.at.length)
  return inward.reduce((whole, { at, value }) => put(whole, at, 0, value), first as unknown) as T
}

/** The value without what was put to the rest; nothing at all if it goes there whole. */
function lightened(value: unknown, at: SentPart['at'], many: number, rest: SentPart[]): unknown {
  if (valuesIn(value, many) <= many) return value
  const keys = keysOf(value)
  let lighter = value
  if (keys && (at.length === 0 || keys.length <= KEYS)) {
    const object = value as Record<string | number, unknown>
    const copy = copyOf(object)
    for (const key of keys) copy[key] = lightened(object[key], [...at, key], many, rest)
    lighter = copy
    if (at.length === 0 || valuesIn(lighter, many) <= many) return lighter
  }
  rest.push({ at, value: lighter })
  return undefined
}

const copyOf = (object: object): Record<string | number, unknown> =>
  (Array.isArray(object) ? [...(object as unknown[])] : { ...object }) as Record<string | number, unknown>

/** Keys of a plain object, places of a row; undefined of what is neither. */
function keysOf(value: unknown): readonly (string | number)[] | undefined {
  if (Array.isArray(value)) return value.map((_, i) => i)
  if (typeof value !== 'object' || value === null) return undefined
  return Object.getPrototypeOf(value) === Object.prototype ? Object.keys(value) : undefined
}

/** How many values a message holds; counting ends where there are more than `most`. */
function valuesIn(value: unknown, most: number): number {
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return 1
  let count = 1
  const inside: Iterable<unknown> =
    value instanceof Map ? value.values() : value instanceof Set ? value : Object.values(value)
  for (const v of inside) {
    count += valuesIn(v, most - count)
    if (count > most) break
  }
  return count
}

function put(whole: unknown, at: SentPart['at'], depth: number, value: unknown): unknown {
  if (depth === at.length) return value
  const key = at[depth]!
  const copy = copyOf(whole as object)
  copy[key] = put(copy[key], at, depth + 1, value)
  return copy
}
