import type { VitePWAOptions } from 'vite-plugin-pwa'

/**
 * The service worker: the application opens without the server, and the guides with what they last asked for.
 *
 * The server is always asked first; what is kept answers only where there is no connection, and says since
 * when it is so. The worker is written out as text, so its rules may use nothing from outside themselves.
 * The name of the cache of the guides is also in src/api/offline.ts.
 */
export const worker: Partial<VitePWAOptions> = {
  strategies: 'generateSW',
  injectRegister: null,
  registerType: 'autoUpdate',
  manifest: false,
  filename: 'sw.js',
  workbox: {
    globPatterns: ['**/*.{js,css,woff2,svg}'],
    // The worker is at the root of the server, the files are below /static/.
    modifyURLPrefix: { '': '/static/' },
    navigateFallback: null,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    clientsClaim: true,
    skipWaiting: true,
    cleanupOutdatedCaches: true,
    runtimeCaching: [
      {
        // Every place of the application is one page.
        urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
        handler: 'NetworkFirst',
        options: {
          cacheName: 'neat-sheaf-page',
          plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }],
        },
      },
      {
        // What the trimmer, the scoring board and the table ask for; nothing of who comes.
        urlPattern: ({ request, url, sameOrigin }) =>
          sameOrigin &&
          request.method === 'GET' &&
          /^\/api\/(session|papers|classes\/\d+(\/(cutting|prepare|ticks\/(scoring|teaching)))?|projects\/\d+(\/pieces\/\d+\/folded\.svg)?)$/.test(
            url.pathname,
          ),
        handler: 'NetworkFirst',
        options: {
          cacheName: 'neat-sheaf-guides',
          expiration: { maxEntries: 300 },
          plugins: [
            {
              // An answer that is kept says so.
              cachedResponseWillBeUsed: ({ cachedResponse }) => {
                if (!cachedResponse) return Promise.resolve(null)
                const headers = new Headers(cachedResponse.headers)
                headers.set('X-Kept', cachedResponse.headers.get('date') ?? '')
                return Promise.resolve(new Response(cachedResponse.body, { headers }))
              },
            },
          ],
        },
      },
    ],
  },
}
