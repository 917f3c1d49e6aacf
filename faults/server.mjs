// A server of the built program, started as its users do, with a database and a port of its own.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { request } from 'node:http'
import { join } from 'node:path'

/** Starts it and waits until it answers; resolves to what it said and how it ended where it did not start. Bound: 30 s. */
export async function startServer(root, database, env = {}, as = {}) {
  const child = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
    env: { ...process.env, FLEXUM_PORT: '0', FLEXUM_DATABASE: database, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    ...as,
  })
  let said = ''
  let url
  const up = new Promise((resolve) => {
    const hear = (data) => {
      said += data
      url ??= /Flexum is at (http:\S+)/.exec(said)?.[1]
      if (url !== undefined) resolve(true)
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.on('close', () => resolve(false))
    setTimeout(() => resolve(false), 30_000).unref()
  })
  const ended = once(child, 'close').then(([code, signal]) => ({ code, signal, at: performance.now() }))
  if (!(await up)) {
    child.kill('SIGKILL')
    return { up: false, said, ...(await ended) }
  }
  return { up: true, url, child, ended, said: () => said }
}

/** One request on a connection of its own; what fails on the way rejects. Bound: 20 s. */
export function ask(url, { method = 'GET', body, headers = {} } = {}) {
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body)
    const r = request(
      url,
      {
        method,
        agent: false,
        timeout: 20_000,
        headers: text === undefined ? headers : { 'content-type': 'application/json', ...headers },
      },
      (answer) => {
        const pieces = []
        answer.on('data', (d) => pieces.push(d))
        answer.on('error', reject)
        answer.on('end', () => {
          const whole = Buffer.concat(pieces).toString()
          let json
          try {
            json = JSON.parse(whole)
          } catch {
            // Not everything that is answered is JSON.
          }
          resolve({ status: answer.statusCode, text: whole, json })
        })
      },
    )
    r.on('timeout', () => r.destroy(new Error(`no answer to ${method} ${url} within 20 s`)))
    r.on('error', reject)
    r.end(text)
  })
}
