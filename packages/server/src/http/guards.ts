import type { Context, MiddlewareHandler } from 'hono'
import { problem } from './problem.ts'

/** The name in a Host or Origin, without its port and the brackets of an address; '' where there is none. */
export function hostName(host: string): string {
  const [, bracketed, plain] = /^(?:\[([^\]]*)\]|([^:]*))(?::\d*)?$/.exec(host.trim().toLowerCase()) ?? []
  return bracketed ?? plain ?? ''
}

/** Answers only requests that name this server: a page elsewhere that has its name lead here gets nothing. */
export function knownHosts(names: ReadonlySet<string>): MiddlewareHandler {
  return async (c, next) => {
    const host = hostOf(c)
    if (names.has(hostName(host))) return next()
    return problem(
      c,
      403,
      'request.host',
      `this server does not answer to the name "${hostName(host).slice(0, 100)}"; FLEXUM_HOSTS sets the names it answers to`,
    )
  }
}

const hostOf = (c: Context): string => c.req.header('host') ?? new URL(c.req.url).host

/** Refuses writes that another site's page sends with this one's rights. */
export function ownOrigin(): MiddlewareHandler {
  return async (c, next) => {
    if (c.req.method === 'GET' || c.req.method === 'HEAD') return next()
    const site = c.req.header('sec-fetch-site')
    const foreignSite = site !== undefined && site !== 'same-origin' && site !== 'none'
    const origin = c.req.header('origin')
    const foreignOrigin = origin !== undefined && originHost(origin) !== hostOf(c).toLowerCase()
    if (!foreignSite && !foreignOrigin) return next()
    return problem(c, 403, 'request.origin', 'only pages of this server may change what it keeps')
  }
}

function originHost(origin: string): string {
  try {
    return new URL(origin).host.toLowerCase()
  } catch {
    return ''
  }
}

/** Refuses query fields named like the language's own objects, on which readers of queries stumble. */
export function plainQuery(): MiddlewareHandler {
  return async (c, next) => {
    for (const name of new URL(c.req.url).searchParams.keys())
      if (name in Object.prototype)
        return problem(c, 400, 'request.query', `"${name}" is no field of a query here`)
    return next()
  }
}

/** Takes in the rest of a body that is not wanted, so that its sender gets the answer and no broken connection. */
export async function drain(body: ReadableStream<Uint8Array> | null, mostBytes: number): Promise<void> {
  // One that is being read elsewhere was read to the limit already.
  if (!body || body.locked) return
  const reader = body.getReader()
  let taken = 0
  try {
    while (taken <= mostBytes) {
      const { done, value } = await reader.read()
      if (done) return
      taken += value.length
    }
    await reader.cancel()
  } catch {
    // The sender went away; there is nobody left to answer.
  }
}
