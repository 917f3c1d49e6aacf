import type { Id } from '@flexum/core/base'
import { kindOf, type Part } from '@flexum/core/recipe'
import {
  bendingOfLead,
  cutLengths,
  developedLengths,
  leadOf,
  massOf,
  strandLengths,
  volumeOf,
  type PartResult,
} from '@flexum/core/recipe/evaluated'
import { deg } from '@flexum/core/num'
import { formatAngle, formatLength, formatLengthFigures, formatMass } from '@flexum/core/units'

/** All figures of a part for programs: lengths mm, angles degrees, masses kg; null where the part gives none. */
export function reportJson(part: Part, result: PartResult, chosen: Id | null = null) {
  const lead = leadOf(part, result, chosen)
  const { step, run, pieces, path, profile, blank } = lead
  const bending = bendingOfLead(lead)
  return {
    name: part.name,
    run: step
      ? { name: step.name, length: run?.path.length ?? null, pieces: run ? pieces.length : null }
      : null,
    variant: part.variants.find((v) => v.id === part.variant)?.name ?? null,
    path: path
      ? {
          length: path.analysis.length,
          straights: path.analysis.straights,
          smallestRadius: path.analysis.tightest?.radius ?? null,
          extents: path.analysis.size,
          segments: path.analysis.rows.map((r) => ({
            kind: r.kind,
            station: r.station,
            length: r.length,
            radius: Number.isFinite(r.radius) ? r.radius : null,
            turnDeg: deg(r.turn),
            end: r.end,
          })),
        }
      : null,
    bendTable:
      'table' in bending
        ? {
            rows: bending.table.rows.map((r) => ({
              length: r.length,
              rotationDeg: deg(r.rotation),
              angleDeg: deg(r.angle),
              radius: r.radius,
            })),
            last: bending.table.last,
          }
        : null,
    profile: profile
      ? {
          area: profile.properties.area,
          material: profile.material,
          massPerMetre: profile.massPerLength * 1000,
        }
      : null,
    volume: volumeOf(result) ?? null,
    mass: massOf(result) ?? null,
    developedLength: blank?.developed.length ?? null,
    cutLength: blank?.cut ?? null,
    ...(run?.strandLines
      ? {
          strands: run.strandLines.map((line, k) => ({
            length: line.length,
            developedLength: blank?.strands?.[k]?.developed ?? null,
            cutLength: blank?.strands?.[k]?.cut ?? null,
          })),
        }
      : {}),
    findings: result.findings.map((f) => ({ severity: f.severity, code: f.code, message: f.message })),
  }
}

/** Rows with columns lined up on the right. */
function table(rows: readonly (readonly string[])[]): string {
  const widths = rows[0]!.map((_, c) => Math.max(...rows.map((r) => r[c]!.length)))
  return rows.map((r) => `  ${r.map((cell, c) => cell.padStart(widths[c]!)).join('  ')}`.trimEnd()).join('\n')
}

/** The same for people, in the part's units. */
export function reportText(part: Part, result: PartResult, chosen: Id | null = null): string {
  const display = part.units.length
  const length = (mm: number): string => formatLengthFigures(mm, display)
  const lead = leadOf(part, result, chosen)
  const { step, run, pieces, path, profileWords, blank } = lead
  const mass = massOf(result)
  const variant = part.variants.find((v) => v.id === part.variant)
  const lines: string[] = [variant ? `${part.name}, ${variant.name}` : part.name]
  const line = (label: string, value: string): void => void lines.push(`  ${label.padEnd(14)}  ${value}`)
  if (profileWords !== undefined) line('Profile', profileWords)
  if (path) {
    line('Path length', formatLength(path.analysis.length, display))
    line('Extents', `${path.analysis.size.map(length).join(' × ')} ${display.unit}`)
    if (path.analysis.tightest) line('Smallest radius', formatLength(path.analysis.tightest.radius, display))
  }
  if (
    step &&
    run &&
    (run.path !== path?.path || part.steps.filter((s) => kindOf(s).gives.includes('carried')).length > 1)
  ) {
    line('Run', step.name)
    line('Length of run', formatLength(run.path.length, display))
  }
  if (run?.strandLines && !blank)
    for (const [label, value] of strandLengths(
      'Length of',
      run.strandLines.map((l) => l.length),
    ))
      line(label, formatLength(value, display))
  if (pieces.length > 1) line('Pieces', String(pieces.length))
  if (blank) {
    for (const [label, value] of [...developedLengths(blank), ...cutLengths(blank)])
      line(label, formatLength(value, display))
  }
  if (mass !== undefined) line('Mass', formatMass(mass, part.units.mass))
  if (path) {
    const head = ['#', 'kind', `at (${display.unit})`, 'length', 'radius', 'turn']
    const rows = path.analysis.rows.map((r, i) => [
      String(i + 1),
      r.kind,
      length(r.station),
      length(r.length),
      Number.isFinite(r.radius) ? length(r.radius) : '-',
      r.turn > 0 ? formatAngle(r.turn, 3) : '-',
    ])
    lines.push('', 'Segments', table([head, ...rows]))
  }
  const bending = bendingOfLead(lead)
  if ('table' in bending) {
    const { table: bends } = bending
    const head = ['bend', `length (${display.unit})`, 'rotation', 'angle', 'radius']
    const rows = bends.rows.map((r, i) => [
      String(i + 1),
      length(r.length),
      formatAngle(r.rotation, 3),
      formatAngle(r.angle, 3),
      length(r.radius),
    ])
    lines.push('', 'Bend table', table([head, ...rows, ['end', length(bends.last), '', '', '']]))
  } else if (path) {
    lines.push('', `No bend table: ${bending.none}.`)
  }
  return `${lines.join('\n')}\n`
}
