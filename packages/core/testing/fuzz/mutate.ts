import type { Random } from './random.ts'

const LEAVES: readonly unknown[] = [
  0,
  -1,
  1e300,
  null,
  true,
  '',
  '0',
  '-5',
  '1e300',
  '1e-300',
  '1/0',
  't',
  'constructor',
  '__proto__',
  '\ud800',
  'x'.repeat(600),
  [],
  {},
  'tan(90 deg)',
  '9'.repeat(400),
  'sqrt(-1)',
  '((((',
]

/** A document with a few random places changed: leaves exchanged, keys gone or doubled, lists grown, parts of it swapped. */
export function mutated(document: unknown, r: Random): unknown {
  const copy = structuredClone(document)
  for (let n = 1 + r.below(4); n > 0; n--) mutateOnce(copy, r)
  return copy
}

function mutateOnce(root: unknown, r: Random): void {
  let at = root as Record<string, unknown>
  for (let depth = 0; depth < 8; depth++) {
    const keys = Object.keys(at)
    if (keys.length === 0) break
    const key = r.pick(keys)
    const value = at[key]
    if (typeof value === 'object' && value !== null && r.chance(0.85)) {
      at = value as Record<string, unknown>
      continue
    }
    change(at, key, r)
    return
  }
}

function change(at: Record<string, unknown>, key: string, r: Random): void {
  const other = r.pick(Object.keys(at))
  switch (r.below(6)) {
    case 0:
      if (Array.isArray(at)) at.splice(Number(key), 1)
      else delete at[key]
      return
    case 1:
      if (Array.isArray(at)) at.push(structuredClone(at[Number(key)]))
      else at[r.pick(['extra', 'constructor', 'toString'])] = 1
      return
    case 2:
      ;[at[key], at[other]] = [at[other], at[key]]
      return
    case 3: {
      const value = at[key]
      if (typeof value === 'string' && /^[\d.]+$/.test(value))
        at[key] = r.pick(['0', '-1', `${value}e6`, `${value}e-6`, `-${value}`])
      else at[key] = r.pick(LEAVES)
      return
    }
    default:
      at[key] = r.pick(LEAVES)
  }
}
