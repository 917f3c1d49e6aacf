import { readFile, writeFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { kindOf, needsSolids, readPartText, type Part } from '@flexum/core/recipe'
import { type Finding } from '@flexum/core/recipe/evaluated'
import { fail, fault, ok, own, type Result } from '@flexum/core/base'
import { EXPORT_IDS, exportOf, type FileId, type WantedExport } from '@flexum/core/files'
import { createService } from '@flexum/core/service'
import { reportJson, reportText } from './report.ts'
import { loadManifold } from '@flexum/manifold'

/** Files by what `--to` calls them: their own names, and the endings of which there is one, or one that is meant by itself. */
const BY_ENDING: Readonly<Record<string, FileId>> = { stl: 'body', csv: 'bends', svg: 'section' }

const USAGE = `usage: flexum report PART.json [--json] [--variant NAME] [--run NAME]
       flexum export PART.json --to FILE [--chord MM] [--out FILE] [--variant NAME] [--run NAME]

report  prints length, segments, bend table, cut length and mass
export  writes one of these, to standard output unless --out names a file:
${EXPORT_IDS.map((id) => `        ${id.padEnd(9)}${exportOf(id).title}`).join('\n')}
        or by ending: ${Object.entries(BY_ENDING)
          .map(([ending, id]) => `${ending} (${id})`)
          .join(', ')}; --table nodes makes csv the nodes
--chord how far the mesh of a body may lie off the true surface; as it is drawn when left out
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
        table: { type: 'string' },
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

  const read = await readPartFile(file, values.variant)
  if (!read.ok) {
    streams.err(`flexum: ${read.fault.message}`)
    return 2
  }
  const part = read.value
  const wanted = command === 'export' ? fileWanted(values.to, values.table, values.chord) : undefined
  if (wanted?.ok === false) return misuse(wanted.fault.message)
  const named = runNamed(part, values.run)
  if (!named.ok) return misuse(named.fault.message)
  const run = named.value
  const service = createService(needsSolids(part) ? { solids: await loadManifold() } : {})
  if (wanted === undefined) {
    const result = service.evaluate(part)
    tellFindings(result.findings, streams)
    streams.out(
      values.json
        ? `${JSON.stringify(reportJson(part, result, run), null, 2)}\n`
        : reportText(part, result, run),
    )
    return result.findings.some((f) => f.severity === 'blocks') ? 1 : 0
  }
  const made = service.exportFile(part, { ...wanted.value, chosen: run })
  if (!made.ok) {
    tellFindings(service.evaluate(part).findings, streams)
    streams.err(`flexum: ${made.fault.message}`)
    return 1
  }
  tellFindings(made.value.findings, streams)
  const { content } = made.value
  if (values.out === undefined) streams.out(content)
  else await writeFile(values.out, content)
  return 0
}

/** The run of a name; null when no name is given. */
function runNamed(part: Part, name: string | undefined): Result<string | null> {
  if (name === undefined) return ok(null)
  const runs = part.steps.filter((s) => kindOf(s).gives.includes('carried'))
  const found = runs.find((r) => r.name === name || r.id === name)
  if (found) return ok(found.id)
  return misused(
    `there is no run "${name}"; there are ${runs.map((r) => `"${r.name}"`).join(', ') || 'none'}`,
  )
}

const none = (code: string, message: string) => fail(fault(code, message))
/** What was typed after the command does not fit. */
const misused = (message: string) => none('arguments', message)

async function readPartFile(file: string, variant: string | undefined): Promise<Result<Part>> {
  let text: string
  try {
    text = await readFile(file, 'utf8')
  } catch (error) {
    return none(
      'file.unread',
      `${file} cannot be read: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
  const read = readPartText(text)
  if (!read.ok) return none(read.fault.code, `${file}: ${read.fault.message}`)
  if (variant === undefined) return read
  const found = read.value.variants.find((v) => v.name === variant || v.id === variant)
  if (found) return ok({ ...read.value, variant: found.id })
  const names = read.value.variants.map((v) => `"${v.name}"`).join(', ') || 'none'
  return none('variant.none', `${file}: there is no variant "${variant}"; there are ${names}`)
}

function tellFindings(findings: readonly Finding[], streams: Streams): void {
  for (const f of findings) {
    if (f.severity !== 'notes') streams.err(`${f.severity === 'blocks' ? 'BLOCKS' : 'warns'}  ${f.message}`)
  }
}

/** The file that is asked for. */
function fileWanted(
  to: string | undefined,
  table: string | undefined,
  chord: string | undefined,
): Result<WantedExport> {
  const choices = [...EXPORT_IDS, ...Object.keys(BY_ENDING)].join(', ')
  if (to === undefined) return misused(`--to is needed: one of ${choices}`)
  const named = EXPORT_IDS.find((id) => id === to) ?? own(BY_ENDING, to)
  if (!named) return misused(`--to reads "${to}"; one of ${choices} is needed`)
  if (table !== undefined && table !== 'bends' && table !== 'nodes')
    return misused(`--table reads "${table}"; bends or nodes is needed`)
  const file = to === 'csv' && table !== undefined ? table : named
  if (chord === undefined) return ok({ file })
  const length = Number(chord)
  if (!(length > 0)) return misused(`--chord reads "${chord}"; a length in mm above 0 is needed`)
  if (!('chord' in exportOf(file).options)) return misused(`--chord is for a body, and ${file} is none`)
  return ok({ file, options: { chord: length } })
}
