import { relative } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import { Hono } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { HTTPException } from 'hono/http-exception'
import { secureHeaders } from 'hono/secure-headers'
import type { Database } from './db/open.ts'
import { problem } from './http/problem.ts'
import { catalogueRoutes } from './routes/catalogue.ts'
import { imageRoutes } from './routes/images.ts'
import { partRoutes } from './routes/parts.ts'
import { sectionRoutes } from './routes/sections.ts'
import { catalogueService } from './services/catalogue.ts'
import { imageService } from './services/images.ts'
import { partService } from './services/parts.ts'
import { pictureService } from './services/pictures.ts'
import { sectionService } from './services/sections.ts'

/** Largest request body: a part of 5000 nodes is well under 1 MB. */
export const BODY_LIMIT = 4 * 1024 * 1024

/** The API, typed for its client. */
function apiRoutes(db: Database) {
  const parts = partService(db)
  return new Hono()
    .route('/parts', partRoutes(parts, pictureService(db, parts)))
    .route('/catalogue', catalogueRoutes(catalogueService(db)))
    .route('/sections', sectionRoutes(sectionService(db)))
    .route('/images', imageRoutes(imageService(db)))
    .get('/health', (c) => c.json({ ok: true }, 200))
}

export type Api = ReturnType<typeof apiRoutes>

/** The whole server: /api, and the built web app for all else when `webRoot` is given. */
export function createApp(db: Database, webRoot?: string): Hono {
  const app = new Hono()
  app.use(
    secureHeaders({
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
      },
    }),
  )
  app.use(
    '/api/*',
    bodyLimit({
      maxSize: BODY_LIMIT,
      onError: (c) =>
        problem(c, 413, 'request.too-large', `a request may have at most ${BODY_LIMIT / 1024 / 1024} MB`),
    }),
  )
  app.route('/api', apiRoutes(db))
  app.all('/api/*', (c) =>
    problem(c, 404, 'request.unknown', `there is nothing at ${c.req.method} ${c.req.path}`),
  )
  if (webRoot !== undefined) serveWeb(app, webRoot)
  app.notFound((c) => problem(c, 404, 'request.unknown', 'there is nothing here'))
  app.onError((error, c) => {
    if (error instanceof HTTPException) return problem(c, error.status as 400, 'request.bad', error.message)
    console.error(error)
    return problem(c, 500, 'server.bug', 'something went wrong on the server; nothing was changed')
  })
  return app
}

/** Built files as they are; every other address is the app's own and gets its page. */
function serveWeb(app: Hono, webRoot: string): void {
  const root = relative(process.cwd(), webRoot) || '.'
  app.use('/assets/*', async (c, next) => {
    await next()
    if (c.res.ok) c.res.headers.set('cache-control', 'public, max-age=31536000, immutable')
  })
  app.get('*', serveStatic({ root }))
  app.all('/assets/*', (c) => problem(c, 404, 'request.unknown', 'there is no such file'))
  app.get('*', serveStatic({ root, path: 'index.html' }))
}
