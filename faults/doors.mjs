import { join } from 'node:path'
import { plainPart } from './parts.mjs'
import { ask, startServer } from './server.mjs'

const deep = (n) => `${'{"part":'.repeat(n)}1${'}'.repeat(n)}`

/** Requests of others, and such as no page of ours sends. */
export async function doorTrials({ root, folder, check }) {
  const server = await startServer(root, join(folder, 'doors.db'))
  if (!server.up) return check('a server starts', false, server.said)
  const parts = `${server.url}/api/parts`
  const post = (body, headers) => ask(parts, { method: 'POST', body, headers })
  const part = plainPart('door', 200)
  const is = (what, answer, status) => check(what, answer.status === status, `answer ${answer.status}`)
  is('another Host is refused', await ask(parts, { headers: { host: 'evil.example' } }), 403)
  is('a write from another origin is refused', await post({ part }, { origin: 'http://evil.example' }), 403)
  is('a write from another site is refused', await post({ part }, { 'sec-fetch-site': 'cross-site' }), 403)
  is(
    'a write from its own page is taken',
    await post({ part }, { origin: server.url, 'sec-fetch-site': 'same-origin' }),
    201,
  )
  is('thirty million letters are told to be too much', await post({ part: 'x'.repeat(30e6) }), 413)
  is('JSON 20 000 deep is refused', await post(deep(20_000)), 400)
  const named = (name) => ({
    part: { ...part, values: [{ id: 'v', name, dimension: 'length', formula: '1' }] },
  })
  for (const name of ['__proto__', 'constructor']) {
    const taken = await post(named(name))
    check(
      `a value named ${name} is one like any other`,
      taken.status === 201 && taken.json.part.values[0].name === name,
      `answer ${taken.status}`,
    )
    const odd = JSON.stringify({ part }).replace('"shape":"round-bar"', `"shape":"${name}"`)
    is(`a shape named ${name} is none`, await post(odd), 400)
  }
  is(
    'a picture without its content type is refused',
    await ask(`${server.url}/api/images`, {
      method: 'POST',
      body: 'PNG',
      headers: { 'content-type': 'text/plain' },
    }),
    415,
  )
  is('after all of that a part is taken', await post({ part }), 201)
  server.child.kill('SIGTERM')
  await server.ended

  const phrase = 'a phrase for trials'
  const open = await startServer(root, join(folder, 'open.db'), {
    FLEXUM_HOST: '0.0.0.0',
    FLEXUM_PASS_PHRASE: phrase,
  })
  if (!open.up) return check('a server with a pass phrase starts', false, open.said)
  const url = open.url.replace('0.0.0.0', '127.0.0.1')
  is('without the pass phrase nothing is given', await ask(`${url}/api/parts`), 401)
  const enter = (text) =>
    ask(`${url}/enter`, {
      method: 'POST',
      body: `phrase=${encodeURIComponent(text)}`,
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
    })
  is('a wrong pass phrase is refused', await enter('no'), 403)
  const before = performance.now()
  is('the right one lets in', await enter(phrase), 303)
  check('but not at once after a wrong one', performance.now() - before > 200)
  check('an address that others reach warns', open.said().includes('warning: others than this machine'))
  open.child.kill('SIGTERM')
  await open.ended
}
