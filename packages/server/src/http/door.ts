import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import { Hono, type MiddlewareHandler } from 'hono'
import { getCookie, setCookie } from 'hono/cookie'
import { problem } from './problem.ts'

const COOKIE = 'flexum_door'
/** A visit lasts so long, s. */
const VISIT_S = 30 * 24 * 3600
/** Wrong tries double the wait before the next answer, up to so long, ms. */
const FIRST_WAIT_MS = 250
const MOST_WAIT_MS = 30_000
/** Tries that may wait at a time; more are turned away at once. */
const MOST_WAITING = 20

const digest = (text: string): Buffer => createHash('sha256').update(text).digest()
const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms))

/**
 * A door with a pass phrase before everything else: for a server that others than this machine's own people can reach. Who has
 * given it carries a cookie that says nothing and is good until the server stops or the visit ends.
 */
export function door(passPhrase: string, wait: (ms: number) => Promise<void> = rest) {
  const wanted = digest(passPhrase)
  const visits = new Map<string, number>()
  let wrong = 0
  let waiting = 0

  const inside = (token: string | undefined): boolean => {
    const until = token === undefined ? undefined : visits.get(token)
    return until !== undefined && until > Date.now()
  }

  const routes = new Hono()
    .get('/enter', (c) => c.html(page(), 200, { 'cache-control': 'no-store' }))
    .post('/enter', async (c) => {
      if (waiting >= MOST_WAITING) return c.html(page('Too many tries at once.'), 429)
      const form = await c.req.parseBody()
      const given = typeof form['phrase'] === 'string' ? form['phrase'] : ''
      waiting++
      try {
        if (wrong > 0) await wait(Math.min(FIRST_WAIT_MS * 2 ** (wrong - 1), MOST_WAIT_MS))
      } finally {
        waiting--
      }
      if (!timingSafeEqual(digest(given), wanted)) {
        wrong++
        return c.html(page('That is not the pass phrase.'), 403, { 'cache-control': 'no-store' })
      }
      wrong = 0
      const token = randomBytes(32).toString('base64url')
      visits.set(token, Date.now() + VISIT_S * 1000)
      const { protocol } = new URL(c.req.url)
      setCookie(c, COOKIE, token, {
        httpOnly: true,
        sameSite: 'Strict',
        path: '/',
        maxAge: VISIT_S,
        secure: protocol === 'https:' || c.req.header('x-forwarded-proto') === 'https',
      })
      return c.redirect('/', 303)
    })

  const guard: MiddlewareHandler = async (c, next) => {
    if (c.req.path === '/enter' || inside(getCookie(c, COOKIE))) return next()
    if (c.req.path.startsWith('/api/'))
      return problem(
        c,
        401,
        'request.door',
        'the pass phrase of this server is needed; open its page and enter it',
      )
    return c.redirect('/enter', 303)
  }
  return { routes, guard }
}

const page = (said = ''): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Flexum</title><meta name="viewport" content="width=device-width">
<style>body{font:16px system-ui,sans-serif;background:#f5f1e8;color:#23282c;display:grid;place-items:center;min-height:90vh;margin:0}
form{background:#fbf9f3;border:1px solid #d5ccb9;border-radius:6px;padding:24px 28px;display:grid;gap:12px;width:300px}
input,button{font:inherit;padding:8px 10px;border:1px solid #8b8d84;border-radius:4px}button{background:#23282c;color:#fbf9f3}
p{margin:0;color:#b0254f}</style></head>
<body><form method="post" action="/enter"><strong>Flexum</strong>
<label>Pass phrase of this server<br><input type="password" name="phrase" autocomplete="current-password" autofocus required></label>
${said ? `<p role="alert">${said}</p>` : ''}<button type="submit">Enter</button></form></body></html>`
