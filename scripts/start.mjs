import { join } from 'node:path'
import { ensureBuilt, ensureDependencies, root } from './ready.mjs'

ensureDependencies()
ensureBuilt()
await import(join(root, 'dist', 'node', 'server.js'))
