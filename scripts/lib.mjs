import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

/** Top of the project. */
export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '..')

/** Says what is about to be done. */
export function say(text) {
  console.log(`\n== ${text}`)
}

/** Runs a program in the project; resolves to its exit code. Output is shown, and also given to `onOutput`. */
export function run(command, args, { env = {}, onOutput, cwd = ROOT } = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: onOutput ? ['ignore', 'pipe', 'inherit'] : 'inherit',
    })
    child.stdout?.on('data', (data) => {
      process.stdout.write(data)
      onOutput(String(data))
    })
    child.on('error', (error) => {
      console.error(`${command} could not be started: ${error.message}`)
      done(127)
    })
    child.on('close', (code) => done(code ?? 1))
  })
}

/** Runs a program of node_modules. */
export function bin(name, args, options) {
  return run(process.execPath, [binFile(name), ...args], options)
}

function binFile(name) {
  const manifest = JSON.parse(readFileSync(join(ROOT, 'node_modules', name, 'package.json'), 'utf8'))
  const short = name.split('/').at(-1)
  const file =
    typeof manifest.bin === 'string' ? manifest.bin : (manifest.bin[short] ?? Object.values(manifest.bin)[0])
  return join(ROOT, 'node_modules', name, file)
}

/** Runs a program and ends with its exit code if that is not 0. */
export async function must(code) {
  const result = await code
  if (result !== 0) process.exit(result)
}

/** All files below folders or files of the project, in order, without what is built or installed. */
export function filesUnder(...tops) {
  const found = []
  const walk = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isFile()) found.push(path)
    else {
      for (const name of readdirSync(path).sort()) {
        if (!['node_modules', 'dist', '.flexum', 'test-results'].includes(name)) walk(join(path, name))
      }
    }
  }
  for (const top of tops) walk(join(ROOT, top))
  return found
}

function hashOf(files) {
  const hash = createHash('sha256')
  for (const file of files)
    hash.update(relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex')
}

const stampFile = (name) => join(ROOT, 'node_modules', '.flexum', name)

/** Does `work` when files differ from when it was last done, or when `made` is not there. */
export async function whenChanged(name, files, made, work) {
  const now = hashOf(files)
  const stamp = stampFile(name)
  const fresh =
    made.every((m) => existsSync(join(ROOT, m))) && existsSync(stamp) && readFileSync(stamp, 'utf8') === now
  if (fresh) return false
  await work()
  mkdirSync(dirname(stamp), { recursive: true })
  writeFileSync(stamp, now)
  return true
}

/** Installs packages when the lock file says something else than what is installed. */
export async function install() {
  const locks = filesUnder('package-lock.json', 'package.json')
  await whenChanged('install', locks, ['node_modules/vite/package.json'], async () => {
    say('installing packages')
    await must(run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']))
  })
}

/** Builds server, web app and command line when their sources changed. */
export async function build() {
  const sources = filesUnder('packages', 'package-lock.json', 'tsconfig.base.json').filter(
    (f) => !/\.test\.tsx?$/.test(f),
  )
  const made = ['packages/server/dist/main.js', 'packages/web/dist/index.html', 'packages/cli/dist/main.js']
  const did = await whenChanged('build', sources, made, async () => {
    for (const name of ['web', 'server', 'cli']) {
      say(`building ${name}`)
      await must(bin('vite', ['build', '--logLevel', 'warn'], { cwd: join(ROOT, 'packages', name) }))
    }
  })
  if (!did) say('the build is up to date')
}
