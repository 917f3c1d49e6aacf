import { readFile, writeFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { kindOf, readPartText, type Part } from '@flexum/core/document'
import { createEvaluator, type PartResult } from '@flexum/core/evaluate'
import { exportPart, type ExportKind } from './export.ts'
import { reportJson, reportText } from './report.ts'

const USAGE = `usage: flexum report PART.json [--json] [--variant NAME] [--run NAME]
       flexum export PART.json --to stl|csv [--table bends|nodes] [--chord MM] [--out FILE] [--variant NAME] [--run NAME]

report  prints length, segments, bend table, cut length and mass
export  writes the body as binary STL, or the bend table (or the nodes) as CSV;
        to standard output unless --out names a file; --chord is how far the mesh may lie off the true surface
--run   the run that tables and figures are of, by name; by itself the first
exit    0 done, 1 the part is not sound or cannot give this, 2 wrong use or unreadable file`

/** Where a run of the program prints; tests bring their own. */
export interface Streams {
  out(text: string | Uint8Array): void
  err(text: string): void
}

const PROCESS: Streams = {
  out: (text) => void process.stdout.write(text),
  err: (text) => void process.stderr.write(`${text}\n`),
}

/** Runs the program; gives the exit code. */
export async function run(argv: readonly string[], streams: Streams = PROCESS): Promise<number> {
  const misuse = (message: string): number => {
    streams.err(`flexum: ${message}\n\n${USAGE}`)
    return 2
  }
  let parsed
  try {
    parsed = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        json: { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
        to: { type: 'string' },
        table: { type: 'string', default: 'bends' },
        chord: { type: 'string' },
        out: { type: 'string' },
        variant: { type: 'string' },
        run: { type: 'string' },
      },
    })
  } catch (error) {
    return misuse(error instanceof Error ? error.message : 'these arguments cannot be read')
  }
  const { values, positionals } = parsed
  if (values.help) {
    streams.out(`${USAGE}\n`)
    return 0
  }
  const [command, file, ...more] = positionals
  if (command !== 'report' && command !== 'export') {
    return misuse(command ? `"${command}" is not a command` : 'a command is needed')
  }
  if (file === undefined || more.length > 0) return misuse('one part file is needed')

  const part = await readPartFile(file, values.variant)
  if (typeof part === 'string') {
    streams.err(`flexum: ${part}`)
    return 2
  }
  const kind = command === 'export' ? exportKind(values.to, values.table, values.chord) : undefined
  if (typeof kind === 'string') return misuse(kind)
  const run = runNamed(part, values.run)
  if (run !== null && typeof run !== 'string') return misuse(run.message)
  const chordError = kind?.to === 'stl' ? kind.chordError : undefined
  const result = createEvaluator().evaluate(part, chordError === undefined ? {} : { chordError })
  tellFindings(result, streams)
  if (kind === undefined) {
    streams.out(
      values.json
        ? `${JSON.stringify(reportJson(part, result, run), null, 2)}\n`
        : reportText(part, result, run),
    )
    return result.findings.some((f) => f.severity === 'blocks') ? 1 : 0
  }
  const made = exportPart(part, result, kind, run)
  if (!made.ok) {
    streams.err(`flexum: ${made.fault.message}`)
    return 1
  }
  if (values.out === undefined) streams.out(made.value)
  else await writeFile(values.out, made.value)
  return 0
}

/** The run of a name, or none when no name is given; else what would fit. */
function runNamed(part: Part, name: string | undefined): string | null | { readonly message: string } {
  if (name === undefined) return null
  const runs = part.steps.filter((s) => kindOf(s).gives.includes('carried'))
  const found = runs.find((r) => r.name === name || r.id === name)
  if (found) return found.id
  return {
    message: `there is no run "${name}"; there are ${runs.map((r) => `"${r.name}"`).join(', ') || 'none'}`,
  }
}

async function readPartFile(file: string, variant: string | undefined): Promise<Part | string> {
  let text: string
  try {
    text = await readFile(file, 'utf8')
  } catch (error) {
    return `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`
  }
  const read = readPartText(text)
  if (!read.ok) return `${file}: ${read.fault.message}`
  if (variant === undefined) return read.value
  const found = read.value.variants.find((v) => v.name === variant || v.id === variant)
  if (found) return { ...read.value, variant: found.id }
  const names = read.value.variants.map((v) => `"${v.name}"`).join(', ') || 'none'
  return `${file}: there is no variant "${variant}"; there are ${names}`
}

function tellFindings(result: PartResult, streams: Streams): void {
  for (const f of result.findings) {
    if (f.severity !== 'notes') streams.err(`${f.severity === 'blocks' ? 'BLOCKS' : 'warns'}  ${f.message}`)
  }
}

function exportKind(to: string | undefined, table: string, chord: string | undefined): ExportKind | string {
  if (to === 'stl') {
    const chordError = chord === undefined ? undefined : Number(chord)
    if (chordError !== undefined && !(chordError > 0))
      return `--chord reads "${chord}"; a length in mm above 0 is needed`
    return { to, chordError }
  }
  if (to === 'csv') {
    return table === 'bends' || table === 'nodes'
      ? { to, table }
      : `--table reads "${table}"; bends or nodes is needed`
  }
  return to === undefined ? '--to stl or --to csv is needed' : `--to reads "${to}"; stl or csv is needed`
}
