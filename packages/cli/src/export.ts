import { fail, fault, ok, type Id, type Result } from '@flexum/core/base'
import type { Part } from '@flexum/core/document'
import { bendingOfLead, leadOf, meshOfPart, type PartResult } from '@flexum/core/evaluate'
import { bendTableCsv, nodesCsv, stlOf } from '@flexum/core/format'

export type ExportKind =
  | { readonly to: 'stl'; readonly chordError: number | undefined }
  | { readonly to: 'csv'; readonly table: 'bends' | 'nodes' }

/** A part in another form, or why it has none. Tables are those of one run, by itself the first. */
export function exportPart(
  part: Part,
  result: PartResult,
  kind: ExportKind,
  run: Id | null = null,
): Result<Uint8Array | string> {
  if (kind.to === 'stl') {
    const mesh = meshOfPart(result)
    if (!mesh) return fail(fault('export.no-body', 'this part has no sound body to write'))
    return ok(stlOf(mesh, part.name))
  }
  const lead = leadOf(part, result, run)
  const { unit } = part.units.length
  if (kind.table === 'bends') {
    const bending = bendingOfLead(lead)
    return 'table' in bending
      ? ok(bendTableCsv(bending.table, unit))
      : fail(fault('export.not-bendable', bending.none))
  }
  const { path } = lead
  if (!path) return fail(fault('export.no-path', 'this part has no sound path to write'))
  if (path.nodes.length === 0) return fail(fault('export.no-nodes', 'this path is not made of nodes'))
  const nodes = path.nodes.map((n) => ({
    point: n.point,
    radius: n.corner.kind === 'bend' ? n.corner.tangent / Math.tan(n.corner.deflection / 2) : undefined,
  }))
  return ok(nodesCsv(nodes, unit))
}
