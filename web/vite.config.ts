import { lingui } from '@lingui/vite-plugin'
import react from '@vitejs/plugin-react'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'
import { worker } from './worker.config.ts'

export default defineConfig({
  base: '/static/',
  plugins: [react(), lingui({ macroTransform: true }), VitePWA(worker)],
  build: { outDir: 'dist', chunkSizeWarningLimit: 700 },
  server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
  // Half a minute a test: a machine that is busy is no failure.
  test: { environment: 'happy-dom', include: ['src/**/*.test.{ts,tsx}'], testTimeout: 30_000, setupFiles: ['src/testing/setup.ts'] },
})
