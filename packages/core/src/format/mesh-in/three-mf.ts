import { unzipSync, strFromU8 } from 'fflate'
import { SaxesParser } from 'saxes'
import { ok, type Result } from '../../base/index.ts'
import { isMirroring, transformPoint, type Transform, type Vec3 } from '../../space/index.ts'
import type { LengthUnit } from '../../units/index.ts'
import { collectMesh, MOST_BYTES, MOST_TRIANGLES, refuseMesh, tooMany, type ReadMesh } from './mesh.ts'

/** Units that such a file may name; a micron is a thousandth of the first. */
const UNITS: Readonly<Record<string, { readonly unit: LengthUnit; readonly by: number }>> = {
  micron: { unit: 'mm', by: 1e-3 },
  millimeter: { unit: 'mm', by: 1 },
  centimeter: { unit: 'cm', by: 1 },
  inch: { unit: 'in', by: 1 },
  foot: { unit: 'ft', by: 1 },
  meter: { unit: 'm', by: 1 },
}

interface Model {
  readonly unit: string
  readonly objects: ReadonlyMap<string, ModelObject>
  readonly items: readonly Placed[]
}
interface ModelObject {
  readonly places: Vec3[]
  readonly triangles: [number, number, number][]
  readonly of: Placed[]
}
interface Placed {
  readonly object: string
  readonly at: Transform | undefined
}

/** Objects that are made of objects: further down than this a file is refused. */
const MOST_DEPTH = 16

/**
 * Reads a 3MF file: a zip archive with a model of XML; of it the meshes of what is to be built, each where it stands. A unit is always
 * said: without one it is mm.
 */
export function readThreeMf(bytes: Uint8Array): Result<ReadMesh> {
  const text = modelIn(bytes)
  if (!text.ok) return text
  const model = parsed(text.value)
  if (!model.ok) return model
  const { unit, objects, items } = model.value
  const known = UNITS[unit]
  if (!known)
    return refuseMesh(
      'unit',
      `the file is in "${unit.slice(0, 30)}"; one of ${Object.keys(UNITS).join(', ')} would fit`,
    )
  const mesh = collectMesh()
  let wrong: Result<never> | undefined
  const put = ({ object, at }: Placed, outer: readonly Transform[], depth: number): void => {
    const o = objects.get(object)
    if (!o)
      return void (wrong ??= refuseMesh(
        'object',
        `the file builds an object "${object}" that it does not hold`,
      ))
    if (depth > MOST_DEPTH)
      return void (wrong ??= refuseMesh('deep', `objects are made of each other deeper than ${MOST_DEPTH}`))
    const all = at ? [at, ...outer] : outer
    const mirrored = all.filter(isMirroring).length % 2 === 1
    const own = o.places.map((p) => {
      const q = all.reduce((v, m) => transformPoint(m, v), p)
      return mesh.placeOf(q[0] * known.by, q[1] * known.by, q[2] * known.by)
    })
    for (const [a, b, c] of o.triangles) {
      if (own[a] === undefined || own[b] === undefined || own[c] === undefined)
        return void (wrong ??= refuseMesh(
          'corner',
          `a triangle of object "${object}" has a corner that is not there`,
        ))
      // What is mirrored is turned right side out.
      if (mirrored) mesh.triangle(own[a], own[c], own[b])
      else mesh.triangle(own[a], own[b], own[c])
    }
    if (mesh.count() > MOST_TRIANGLES)
      return void (wrong ??= tooMany(`more than ${MOST_TRIANGLES} triangles`))
    for (const inner of o.of) if (!wrong) put(inner, all, depth + 1)
  }
  for (const item of items) if (!wrong) put(item, [], 0)
  return wrong ?? ok({ ...mesh.done(), unit: known.unit })
}

/** The XML of the model that an archive holds. */
function modelIn(bytes: Uint8Array): Result<string> {
  try {
    const files = unzipSync(bytes, {
      filter: (f) => /\.model$/i.test(f.name) && f.originalSize <= MOST_BYTES,
    })
    // What the format names first; other models are parts of it.
    const name = Object.keys(files).sort(
      (a, b) => Number(b === FIRST) - Number(a === FIRST) || a.length - b.length,
    )[0]
    if (name === undefined) return refuseMesh('model', 'the archive holds no model, or one that is too large')
    return ok(strFromU8(files[name]!))
  } catch {
    return refuseMesh('zip', 'the file begins like an archive and cannot be opened as one')
  }
}
const FIRST = '3D/3dmodel.model'

function parsed(text: string): Result<Model> {
  const objects = new Map<string, ModelObject>()
  const items: Placed[] = []
  let unit = 'millimeter'
  let object: ModelObject | undefined
  let problem: Result<never> | undefined
  const stop = (code: string, message: string): void => void (problem ??= refuseMesh(code, message))
  const parser = new SaxesParser({ xmlns: false, position: true })
  parser.on('error', (e) => stop('xml', `the model is no sound XML: ${e.message}`))
  parser.on('doctype', (d) => {
    if (/<!ENTITY/i.test(d)) stop('entity', 'the model defines entities of its own; these are not read')
  })
  parser.on('opentag', ({ name, attributes }) => {
    if (problem) return
    const at = attributes as Readonly<Record<string, string>>
    const numbers = (...keys: string[]): number[] => {
      const all = keys.map((k) => Number(at[k] ?? NaN))
      if (!all.every(Number.isFinite))
        stop('number', `<${name}> on line ${parser.line} needs ${keys.join(', ')} as numbers`)
      return all
    }
    switch (name.replace(/^\w+:/, '')) {
      case 'model':
        unit = at['unit'] ?? unit
        return
      case 'object':
        object = { places: [], triangles: [], of: [] }
        objects.set(at['id'] ?? '', object)
        return
      case 'vertex':
        object?.places.push(numbers('x', 'y', 'z') as unknown as Vec3)
        return
      case 'triangle':
        object?.triangles.push(numbers('v1', 'v2', 'v3') as [number, number, number])
        if ((object?.triangles.length ?? 0) > MOST_TRIANGLES)
          problem ??= tooMany(`more than ${MOST_TRIANGLES} triangles`)
        return
      case 'component':
      case 'item': {
        const place = transformIn(at['transform'])
        if (place === 'odd')
          return stop('transform', `the transform "${at['transform']!.slice(0, 60)}" needs 12 numbers`)
        const placed = { object: at['objectid'] ?? '', at: place }
        if (name.endsWith('item')) items.push(placed)
        else object?.of.push(placed)
      }
    }
  })
  for (let i = 0; i < text.length && !problem; i += PIECE) parser.write(text.slice(i, i + PIECE))
  if (!problem) parser.close()
  return problem ?? ok({ unit, objects, items })
}
const PIECE = 1 << 16

/** A transform of 12 numbers: where the axes go, row by row, and the shift. */
function transformIn(text: string | undefined): Transform | undefined | 'odd' {
  if (text === undefined) return undefined
  const m = text.trim().split(/\s+/).map(Number)
  if (m.length !== 12 || !m.every(Number.isFinite)) return 'odd'
  const row = (k: number): Vec3 => [m[3 * k]!, m[3 * k + 1]!, m[3 * k + 2]!]
  return { x: row(0), y: row(1), z: row(2), shift: row(3) }
}
