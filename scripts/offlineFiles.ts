import type { Plugin } from 'vite'

/** Writes the list of built files that the service worker keeps, so that the app opens with the network gone. */
export function offlineFiles(): Plugin {
  return {
    name: 'nublo-offline-files',
    apply: 'build',
    generateBundle(_options, bundle) {
      const files = [
        '/',
        ...Object.keys(bundle)
          .filter((name) => !name.endsWith('.html'))
          .map((name) => `/${name}`),
      ]
      this.emitFile({ type: 'asset', fileName: 'offline-files.json', source: JSON.stringify(files) })
    },
  }
}
