import { readFileSync } from 'node:fs'
import { run } from './run.ts'

process.exitCode = run(process.argv.slice(2), {
  readFile: (path) => readFileSync(path === '-' ? 0 : path, 'utf8'),
  out: (text) => void process.stdout.write(text),
  err: (text) => void process.stderr.write(text),
  nowMs: () => Date.now(),
})
