import { defineConfig } from 'vite'
import react from '@vitejs/plugin-react'
import tailwindcss from '@tailwindcss/vite'
import { offlineFiles } from './scripts/offlineFiles.ts'

export default defineConfig({
  plugins: [react(), tailwindcss(), offlineFiles()],
  resolve: { tsconfigPaths: true },
  worker: { format: 'es' },
  build: { outDir: 'dist/client', emptyOutDir: true, target: 'es2022' },
})
