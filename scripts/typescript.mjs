import { createHash } from 'node:crypto'
import { mkdirSync } from 'node:fs'
import { readFile, rename, writeFile } from 'node:fs/promises'
import { register } from 'node:module'
import { fileURLToPath } from 'node:url'
import { isMainThread } from 'node:worker_threads'
import { transform, version } from 'esbuild'

// Node loads TypeScript by itself: imports are as fast as in what is built, where the tool's own loader looks each name up anew.
if (isMainThread) register(import.meta.url)

/** Modules without their types, by what they are made of: each process loads a thousand of them. */
const kept = new URL('../node_modules/.cache/typescript/', import.meta.url)
mkdirSync(kept, { recursive: true })

/** Takes the types out of a module, and makes calls of its elements; all else goes on as it is. */
export async function load(url, context, next) {
  const found = /^(file:[^?]*\.(tsx?))(\?|$)/.exec(url)
  if (!found) return next(url, context)
  const path = fileURLToPath(found[1])
  const text = await readFile(path)
  const sum = createHash('sha1').update(`${version} ${path} `).update(text).digest('hex')
  const file = new URL(sum, kept)
  const before = await readFile(file, 'utf8').catch(() => undefined)
  return { format: 'module', source: before ?? (await made(file, path, text, found[2])), shortCircuit: true }
}

async function made(file, path, text, loader) {
  const { code } = await transform(text, {
    loader,
    jsx: 'automatic',
    format: 'esm',
    target: 'node20',
    sourcemap: 'inline',
    sourcefile: path,
  })
  // Others may read it meanwhile: it is there whole or not at all.
  const whole = new URL(`${file.href}.${process.pid}`)
  await writeFile(whole, code)
  await rename(whole, file)
  return code
}
