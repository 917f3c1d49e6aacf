import { relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import { Hono, type Context } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { HTTPException } from 'hono/http-exception'
import { secureHeaders } from 'hono/secure-headers'
import { isAway, isBusy, isFull } from './db/failure.ts'
import type { Database } from './db/open.ts'
import { door } from './http/door.ts'
import { drain, knownHosts, ownOrigin, plainQuery } from './http/guards.ts'
import { problem } from './http/problem.ts'
import { catalogueRoutes } from './routes/catalogue.ts'
import { imageRoutes } from './routes/images.ts'
import { orderRoutes } from './routes/orders.ts'
import { partRoutes } from './routes/parts.ts'
import { sectionRoutes } from './routes/sections.ts'
import { catalogueService } from './services/catalogue.ts'
import { imageService } from './services/images.ts'
import { orderService } from './services/orders.ts'
import { partService } from './services/parts.ts'
import type { PlanningService } from './services/planning.ts'
import { sectionService } from './services/sections.ts'
import type { WorkingService } from './services/working.ts'
import type { Work } from './work/work.ts'

/** Largest request body: a part of 5000 nodes is well under 1 MB. */
export const BODY_LIMIT = 4 * 1024 * 1024

/** What is taken in of a body past the limit before the answer, so that its sender gets to read it. */
const DRAINED = 64 * 1024 * 1024

/** What the server stands on. */
export interface Ground {
  readonly db: Database
  readonly work: Work
  readonly working: WorkingService
  readonly planning: PlanningService
  /** The built web app, if it is to be served. */
  readonly webRoot?: string
  /** Names it answers to; those of this machine when left out. */
  readonly names?: ReadonlySet<string>
  readonly passPhrase?: string
}

const OWN_NAMES: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '::1'])

/** The API, typed for its client. */
function apiRoutes({ db, work, working, planning }: Ground) {
  return new Hono()
    .route('/parts', partRoutes(partService(db, work, working), work, imageService(db)))
    .route('/catalogue', catalogueRoutes(catalogueService(db)))
    .route('/sections', sectionRoutes(sectionService(db, work, working), work))
    .route('/images', imageRoutes(imageService(db)))
    .route('/orders', orderRoutes(orderService(db, planning), work))
    .get('/health', (c) => c.json({ ok: true }, 200))
}

export type Api = ReturnType<typeof apiRoutes>

/** The whole server: /api, and the built web app for all else when there is one. */
export function createApp(ground: Ground): Hono {
  const app = new Hono()
  app.use(
    secureHeaders({
      // The page stands alone, so that its workers may share memory with it: that is how their work is called off.
      crossOriginEmbedderPolicy: true,
      // Served over plain HTTP on loopback: there is nothing to promise of HTTPS.
      strictTransportSecurity: false,
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
      },
    }),
  )
  app.use(knownHosts(ground.names ?? OWN_NAMES), ownOrigin(), plainQuery())
  if (ground.passPhrase !== undefined) {
    const { routes, guard } = door(ground.passPhrase)
    app.use(guard)
    app.route('/', routes)
  }
  app.use('/api/*', async (c, next) => {
    await next()
    // Nothing of the API is good a moment later, but what says so itself.
    if (!c.res.headers.has('cache-control')) c.res.headers.set('cache-control', 'no-store')
  })
  app.use(
    '/api/*',
    bodyLimit({
      maxSize: BODY_LIMIT,
      onError: async (c) => {
        await drain(c.req.raw.body, DRAINED)
        return problem(
          c,
          413,
          'request.too-large',
          `a request may have at most ${BODY_LIMIT / 1024 / 1024} MB`,
        )
      },
    }),
  )
  app.route('/api', apiRoutes(ground))
  app.all('/api/*', (c) =>
    problem(c, 404, 'request.unknown', `there is nothing at ${c.req.method} ${c.req.path}`),
  )
  if (ground.webRoot !== undefined) serveWeb(app, ground.webRoot)
  app.notFound((c) => problem(c, 404, 'request.unknown', 'there is nothing here'))
  app.onError(failed)
  return app
}

/** Failures by what can be done about them: ours, the disk's, or another program's that has the database just now. */
function failed(error: Error, c: Context) {
  if (error instanceof HTTPException) return problem(c, error.status as 400, 'request.bad', error.message)
  if (isFull(error))
    return problem(c, 507, 'server.full', 'there is no room left to save; nothing was changed')
  if (isBusy(error))
    return problem(
      c,
      503,
      'server.busy',
      'another program has the database just now; nothing was changed, try again',
    )
  console.error(error)
  if (isAway(error))
    return problem(
      c,
      503,
      'server.database',
      'the database cannot be reached or written just now; nothing was changed',
    )
  return problem(c, 500, 'server.bug', 'something went wrong on the server; nothing was changed')
}

/** Built files as they are; every other address is the app's own and gets its page. */
function serveWeb(app: Hono, webRoot: string): void {
  const root = relative(process.cwd(), webRoot) || '.'
  app.use('*', async (c, next) => {
    await next()
    if (c.res.headers.has('cache-control')) return
    // Files with a hash in their name never change; the page that names them is asked for each time.
    const lasting = c.req.path.startsWith('/assets/') && c.res.ok
    c.res.headers.set('cache-control', lasting ? 'public, max-age=31536000, immutable' : 'no-cache')
  })
  app.get('*', serveStatic({ root }))
  app.all('/assets/*', (c) => problem(c, 404, 'request.unknown', 'there is no such file'))
  app.get('*', serveStatic({ root, path: 'index.html' }))
}
