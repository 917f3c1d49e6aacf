/**
 * From version 1 to 2. Two things mean something else in version 2, and are rewritten so that the part stays what it was:
 *
 * - A whole number, a hyphen and a fraction without spaces (`1-1/2 in`) was a difference; it is a mixed number now, so that
 *   the difference is written with spaces.
 * - The `face` of a cornice board was the width of its back; it is that of the front that is seen, which is wider by
 *   thickness / (sin spring * cos spring).
 */
type Loose = Readonly<Record<string, unknown>>
type Formula = string | { readonly text: string; readonly bare: string }

export function fromVersion1(old: Loose): Loose {
  const spaced = withSpaces(old) as Loose
  const steps = list(spaced['steps'])
  const boards = new Map(steps.filter(isCornice).map((s) => [s['id'], s]))
  if (boards.size === 0) return spaced
  const values = [...list(spaced['values'])]
  const wider = new Map<unknown, Wider>()
  for (const [id, board] of boards) wider.set(id, widerBy(board, values))
  return {
    ...spaced,
    values,
    steps: steps.map((s) => {
      const own = wider.get(s['id'])
      if (own) return { ...s, sizes: { ...(s['sizes'] as Loose), face: own.face } }
      const board = s['kind'] === 'run' ? wider.get(s['profile']) : undefined
      return board ? withWiderShaping(s, board) : s
    }),
  }
}

const isRecord = (v: unknown): v is Loose => typeof v === 'object' && v !== null && !Array.isArray(v)
const list = (v: unknown): readonly Loose[] => (Array.isArray(v) ? v.filter(isRecord) : [])

/** Texts that are names and no formulas. */
const NAMES: ReadonlySet<string> = new Set(['id', 'name', 'note', 'kind', 'format'])
const JOINED = /(?<![\p{L}\p{N}_.'′])(\d+)-(\d+)\/(\d+)/gu

/** Control characters and halves of characters, which names cannot hold any more. */
const NO_TEXT = /[\p{Cc}\p{Cs}]/gu

/** Every formula with the hyphens of such differences set apart. */
function withSpaces(v: unknown, key = ''): unknown {
  if (typeof v === 'string')
    return NAMES.has(key)
      ? v.replace(NO_TEXT, ' ')
      : v.replace(JOINED, (all, whole: string, top: string, bottom: string) =>
          Number(top) < Number(bottom) ? `${whole} - ${top}/${bottom}` : all,
        )
  if (Array.isArray(v)) return v.map((x) => withSpaces(x, key))
  if (!isRecord(v)) return v
  return Object.fromEntries(Object.entries(v).map(([k, x]) => [k, withSpaces(x, k)]))
}

function isCornice(s: Loose): boolean {
  return s['kind'] === 'stock-profile' && s['shape'] === 'cornice' && isRecord(s['sizes'])
}

interface Wider {
  /** The front's width, by what the back's was. */
  readonly face: Formula
  /** What the front has more than the back, as a formula. */
  readonly more: string
}

const PLAIN = /^\s*\d+(\.\d+)?\s*$/

/**
 * Where all sizes are plain numbers of millimetres and degrees they are written out. Else they become named values, which keep
 * their own units and texts, and the face is made of those.
 */
function widerBy(board: Loose, values: Loose[]): Wider {
  const sizes = board['sizes'] as Readonly<Record<string, Formula>>
  const [face, thickness, spring] = [sizes['face'] ?? '0', sizes['thickness'] ?? '0', sizes['spring'] ?? '38']
  const plain = (f: Formula): f is string => typeof f === 'string' && PLAIN.test(f)
  if (plain(face) && plain(thickness) && plain(spring)) {
    const s = `${spring.trim()} deg`
    const more = `${thickness.trim()} mm / (sin(${s}) * cos(${s}))`
    return { face: `${face.trim()} mm + ${more}`, more }
  }
  const named = (what: string, dimension: string, formula: Formula): string => {
    let name = `${String(board['id']).replaceAll('-', '_')}_${what}`
    if (!/^\p{L}/u.test(name)) name = `board_${name}`
    const taken = new Set(values.flatMap((v) => [v['name'], v['id']]))
    while (taken.has(name)) name = `${name}_`
    values.push({ id: freeId(taken), name, dimension, formula })
    return name
  }
  const [back, depth, lean] = [
    named('back', 'length', face),
    named('thickness', 'length', thickness),
    named('spring', 'angle', spring),
  ]
  const more = `${depth} / (sin(${lean}) * cos(${lean}))`
  return { face: `${back} + ${more}`, more }
}

function freeId(taken: ReadonlySet<unknown>): string {
  let n = 1
  while (taken.has(`from_v1_${n}`)) n++
  return `from_v1_${n}`
}

/** A run that shapes the face of the board goes on giving it the back it had. */
function withWiderShaping(run: Loose, { more }: Wider): Loose {
  if (!Array.isArray(run['shaping'])) return run
  return {
    ...run,
    shaping: list(run['shaping']).map((entry) => {
      if (entry['field'] !== 'sizes/face') return entry
      const f = entry['formula'] as Formula
      const text = typeof f === 'string' ? f : f.text
      const wider = `(${text}) + ${more}`
      return { ...entry, formula: typeof f === 'string' ? wider : { ...f, text: wider } }
    }),
  }
}
