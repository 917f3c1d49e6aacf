import { join } from 'node:path'
import { hostileParts, plainPart } from './parts.mjs'
import { ask, startServer } from './server.mjs'

/** Longest that all of them may wait to be worked out, ms: each has a limit of its own in the server. */
const ALL_WORKED_MS = 300_000
const HEALTH_MS = 200

/** Asks for health again and again until told to stop; resolves to the longest answer, ms. */
function watchHealth(url) {
  let stop = false
  let most = 0
  let asked = 0
  const done = (async () => {
    while (!stop) {
      const before = performance.now()
      const { status } = await ask(`${url}/api/health`)
      most = Math.max(most, status === 200 ? performance.now() - before : Infinity)
      asked++
      await new Promise((r) => setTimeout(r, 25))
    }
    return { most, asked }
  })()
  return () => {
    stop = true
    return done
  }
}

async function stopped(server) {
  const before = performance.now()
  server.child.kill('SIGTERM')
  const { at, signal } = await server.ended
  return { ms: at - before, signal }
}

/** Parts that take all the work they can get: saved at once, worked out within limits, while everybody else is answered. */
export async function hostileTrials({ root, folder, check }) {
  const database = join(folder, 'hostile.db')
  let server = await startServer(root, database)
  if (!server.up) return check('a server starts', false, server.said)
  const health = watchHealth(server.url)
  const ids = []
  let slowest = 0
  for (const part of hostileParts()) {
    const before = performance.now()
    const { status, json, text } = await ask(`${server.url}/api/parts`, { method: 'POST', body: { part } })
    slowest = Math.max(slowest, performance.now() - before)
    if (status === 201) ids.push([json.id, part.name])
    else check(`"${part.name}" is saved`, false, `${status} ${text.slice(0, 200)}`)
  }
  check('hostile parts are saved and answered at once', slowest < 2000, `${slowest.toFixed(0)} ms at most`)
  const plain = await ask(`${server.url}/api/parts`, {
    method: 'POST',
    body: { part: plainPart('plain', 300) },
  })
  check('a plain part is saved among them', plain.status === 201)
  const during = await health()
  check(
    `health answers within ${HEALTH_MS} ms while they are saved`,
    during.most < HEALTH_MS,
    `${during.most.toFixed(0)} ms at most of ${during.asked}`,
  )
  const first = await stopped(server)
  check(
    'it stops within 5 s while they are being worked out',
    first.ms < 5000 && !first.signal,
    `${first.ms.toFixed(0)} ms`,
  )

  server = await startServer(root, database)
  if (!server.up) return check('it starts again', false, server.said)
  const again = watchHealth(server.url)
  const until = performance.now() + ALL_WORKED_MS
  let waiting = ids.length
  while (performance.now() < until) {
    const { json } = await ask(`${server.url}/api/parts`)
    waiting = json.parts.filter((p) => p.state === 'waiting').length
    if (waiting === 0) break
    await new Promise((r) => setTimeout(r, 250))
  }
  const took = (performance.now() - until + ALL_WORKED_MS) / 1000
  check(
    'all of them come to figures or to a reason',
    waiting === 0,
    `${waiting} left after ${took.toFixed(0)} s`,
  )
  const { json } = await ask(`${server.url}/api/parts`)
  for (const [id, name] of ids) {
    const p = json.parts.find((q) => q.id === id)
    const blocking = p?.figures?.blocking ?? 0
    check(
      `"${name}" is ${p?.state}`,
      p !== undefined && p.state !== 'waiting' && (p.state === 'known' || p.trouble.length > 0),
      p?.trouble ?? `${blocking} blocking`,
    )
    const opened = await ask(`${server.url}/api/parts/${id}`)
    if (opened.status !== 200) check(`"${name}" is given back`, false, `answer ${opened.status}`)
  }
  const { most, asked } = await again()
  check(
    `health answers within ${HEALTH_MS} ms while they are worked out`,
    most < HEALTH_MS,
    `${most.toFixed(0)} ms at most of ${asked}`,
  )
  const last = await stopped(server)
  check(
    'it stops within 5 s when nothing is left',
    last.ms < 5000 && !last.signal,
    `${last.ms.toFixed(0)} ms`,
  )
}
