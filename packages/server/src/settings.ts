import { resolve } from 'node:path'
import { isIP } from 'node:net'
import { fail, fault, ok, type Result } from '@flexum/core/base'

/** How the server is set up. */
export interface Settings {
  readonly host: string
  readonly port: number
  readonly database: string
  /** Names it answers to, lower case. */
  readonly names: ReadonlySet<string>
  readonly passPhrase: string | undefined
  /** Something to tell whoever starts it. */
  readonly warning: string | undefined
}

const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '::1'] as const

/** Whether an address is reached from this machine only. */
export function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'))
}

/** Shortest pass phrase. */
const SHORTEST = 8

/** Settings from the environment; what cannot be meant is refused with what was read and what would fit. */
export function settingsFrom(env: Readonly<Record<string, string | undefined>>): Result<Settings> {
  const refuse = (name: string, message: string) => fail(fault('settings', `${name} ${message}`))
  const given = (name: string): string | undefined => env[name]?.trim()
  for (const name of Object.keys(env).filter((n) => n.startsWith('FLEXUM_')))
    if (KNOWN.has(name) && given(name) === '')
      return refuse(name, 'is empty; give it a value, or leave it out altogether')
  const portText = given('FLEXUM_PORT') ?? '4600'
  const port = Number(portText)
  if (!/^\d+$/.test(portText) || port > 65_535)
    return refuse('FLEXUM_PORT', `reads "${portText}"; a whole number from 0 to 65535 is needed`)
  const host = given('FLEXUM_HOST') ?? '127.0.0.1'
  if (!/^[A-Za-z0-9.:_-]+$/.test(host))
    return refuse(
      'FLEXUM_HOST',
      `reads "${host}"; a name or an address of this machine is needed, such as 127.0.0.1`,
    )
  const phrase = given('FLEXUM_PASS_PHRASE')
  if (phrase !== undefined && phrase.length < SHORTEST)
    return refuse('FLEXUM_PASS_PHRASE', `is too short; at least ${SHORTEST} characters are needed`)
  const proxy = given('FLEXUM_BEHIND_PROXY') ?? 'no'
  if (proxy !== 'yes' && proxy !== 'no')
    return refuse('FLEXUM_BEHIND_PROXY', `reads "${proxy}"; yes or no is needed`)
  const names = new Set<string>([
    ...LOOPBACK_NAMES,
    ...(isWildcard(host) ? [] : [host.toLowerCase()]),
    ...(given('FLEXUM_HOSTS') ?? '')
      .split(',')
      .map((n) => n.trim().toLowerCase())
      .filter((n) => n !== ''),
  ])
  const open = !isLoopback(host)
  if (open && phrase === undefined && proxy === 'no')
    return refuse(
      'FLEXUM_HOST',
      `reads "${host}", which others can reach; set FLEXUM_PASS_PHRASE for its door, or FLEXUM_BEHIND_PROXY=yes if a proxy keeps it`,
    )
  return ok({
    host,
    port,
    database: given('FLEXUM_DATABASE') ?? resolve('.flexum', 'flexum.db'),
    names,
    passPhrase: phrase,
    warning: open ? `others than this machine can reach ${host}:${port}` : undefined,
  })
}

const isWildcard = (host: string): boolean => host === '0.0.0.0' || host === '::'

const KNOWN: ReadonlySet<string> = new Set([
  'FLEXUM_PORT',
  'FLEXUM_HOST',
  'FLEXUM_HOSTS',
  'FLEXUM_DATABASE',
  'FLEXUM_PASS_PHRASE',
  'FLEXUM_BEHIND_PROXY',
])
