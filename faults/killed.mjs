import { join } from 'node:path'
import { plainPart } from './parts.mjs'
import { ask, startServer } from './server.mjs'

const ROUNDS = 8
const WRITERS = 4

/** Saves until the connection breaks; what was answered last is what must be there afterward. */
async function saveOn(url, id, answered) {
  for (let n = 0; n < 10_000; n++) {
    const last = answered.get(id)
    const length = last.length + 1
    const r = await ask(`${url}/api/parts/${id}`, {
      method: 'PUT',
      body: { base: last.revision, part: plainPart(id, length) },
    })
    if (r.status !== 200) throw new Error(`a save answers ${r.status}: ${r.text.slice(0, 200)}`)
    answered.set(id, { revision: r.json.revision, length })
  }
}

/** Killed in the middle of saves, again and again: whatever was answered as saved is there when it starts again. */
export async function killTrials({ root, folder, check }) {
  const database = join(folder, 'killed.db')
  const answered = new Map()
  for (let round = 0; round < ROUNDS; round++) {
    const server = await startServer(root, database)
    if (!server.up) {
      check(`it starts again after it was killed (${round + 1})`, false, server.said.trim())
      return
    }
    for (let i = answered.size; i < WRITERS; i++) {
      const made = await ask(`${server.url}/api/parts`, {
        method: 'POST',
        body: { part: plainPart('new', 200) },
      })
      if (made.status !== 201) throw new Error(`a part is not taken: ${made.text.slice(0, 300)}`)
      answered.set(made.json.id, { revision: made.json.revision, length: 200 })
    }
    let lost = 0
    for (const [id, last] of answered) {
      const { json } = await ask(`${server.url}/api/parts/${id}`)
      // A save that was made and not yet answered may be there too.
      const x = Number(json?.part.steps[0].nodes[1].x)
      const kept =
        (json?.revision === last.revision && x === last.length) ||
        (json?.revision === last.revision + 1 && x === last.length + 1)
      if (!kept) lost++
      else answered.set(id, { revision: json.revision, length: x })
    }
    if (round > 0) check(`nothing that was saved is lost after kill ${round}`, lost === 0, `${lost} lost`)
    const saving = [...answered.keys()].map((id) => saveOn(server.url, id, answered).catch((e) => e))
    await new Promise((r) => setTimeout(r, 200 + 130 * round))
    server.child.kill('SIGKILL')
    for (const e of await Promise.all(saving))
      if (/answers/.test(e?.message)) check('a save before the kill', false, e.message)
    await server.ended
  }
  const saves = [...answered.values()].reduce((sum, a) => sum + a.revision - 1, 0)
  check('there were saves to lose', saves > 50, `${saves} saves`)
}
