import { fail, fault, ok, type Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import { meshOfPart, type PartResult, type StepOutput } from '@flexum/core/evaluate'
import { bendTableCsv, nodesCsv, stlOf } from '@flexum/core/format'

export type ExportKind =
  | { readonly to: 'stl'; readonly chordError: number | undefined }
  | { readonly to: 'csv'; readonly table: 'bends' | 'nodes' }

/** The good result of a kind that stands last in the recipe. */
export function goodOutput<K extends StepOutput['kind']>(
  result: PartResult,
  kind: K,
): Extract<StepOutput, { kind: K }> | undefined {
  const step = result.steps.findLast((s) => s.state === 'good' && s.output?.kind === kind)
  return step?.output as Extract<StepOutput, { kind: K }> | undefined
}

/** A part in another form, or why it has none. */
export function exportPart(part: Part, result: PartResult, kind: ExportKind): Result<Uint8Array | string> {
  if (kind.to === 'stl') {
    const mesh = meshOfPart(result)
    if (!mesh) return fail(fault('export.no-body', 'this part has no sound body to write'))
    return ok(stlOf(mesh, part.name))
  }
  const path = goodOutput(result, 'path')
  if (!path) return fail(fault('export.no-path', 'this part has no sound path to write'))
  const { unit } = part.units.length
  if (kind.table === 'bends') {
    return path.table
      ? ok(bendTableCsv(path.table, unit))
      : fail(fault('export.not-bendable', path.notBendable ?? 'this path has no bend table'))
  }
  if (path.nodes.length === 0) return fail(fault('export.no-nodes', 'this path is not made of nodes'))
  const nodes = path.nodes.map((n) => ({
    point: n.point,
    radius: n.corner.kind === 'bend' ? n.corner.tangent / Math.tan(n.corner.deflection / 2) : undefined,
  }))
  return ok(nodesCsv(nodes, unit))
}
