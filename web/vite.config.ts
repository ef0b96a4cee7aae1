import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

/** Built files are served below /static/; while developing, the API comes from a server on port 8000. */
export default defineConfig(({ command }) => ({
  base: command === 'build' ? '/static/' : '/',
  plugins: [react()],
  build: { assetsInlineLimit: 0, sourcemap: false },
  css: {
    preprocessorOptions: {
      // Bootstrap 5.3 still uses Sass features that newer Sass warns of.
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
}))
