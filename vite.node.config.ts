import { defineConfig } from 'vite'

/** The two programs that run without a browser: the server and the command line. */
export default defineConfig({
  resolve: { tsconfigPaths: true },
  build: {
    ssr: true,
    outDir: 'dist/node',
    emptyOutDir: true,
    target: 'node20',
    rollupOptions: { input: { server: 'src/server/main.ts', nublo: 'src/cli/main.ts' } },
  },
})
