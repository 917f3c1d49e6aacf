import { readFile } from 'node:fs/promises'
import { register } from 'node:module'
import { isMainThread } from 'node:worker_threads'
import { transform } from 'esbuild'

// Node loads TypeScript by itself: imports are as fast as in what is built, where the tool's own loader looks each name up anew.
if (isMainThread) register(import.meta.url)

/** Takes the types out of a module, and makes calls of its elements; all else goes on as it is. */
export async function load(url, context, next) {
  const found = /^file:[^?]*\.(tsx?)(\?|$)/.exec(url)
  if (!found) return next(url, context)
  const text = await readFile(new URL(url), 'utf8')
  const { code } = await transform(text, {
    loader: found[1],
    jsx: 'automatic',
    format: 'esm',
    target: 'node20',
    sourcemap: 'inline',
    sourcefile: new URL(url).pathname,
  })
  return { format: 'module', source: code, shortCircuit: true }
}
