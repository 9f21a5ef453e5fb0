import type { VitePWAOptions } from 'vite-plugin-pwa';

/** What a phone is told that puts the application among its own. */
export const MANIFEST: VitePWAOptions['manifest'] = {
  name: 'Jolly Compass',
  short_name: 'Jolly Compass',
  description: 'Assignments, marking and progress for classes.',
  id: '/',
  start_url: '/',
  scope: '/',
  display: 'standalone',
  background_color: '#f6f4ee',
  theme_color: '#0f3a46',
  icons: [
    { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
    { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
    { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
    { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
  ],
};

/**
 * What the browser keeps of the application itself, so that it opens without a line. Only its own files: what people wrote and may
 * see is never kept by address, and requests to the server go past this. Pages come from the server as long as it answers, so that
 * nobody goes on with an old release; what only some pages need is kept once somebody has been there.
 */
export const WITHOUT_A_LINE: VitePWAOptions['workbox'] = {
  globPatterns: ['index.html', 'icon.svg', 'assets/*.{js,css}', 'assets/*-latin-wght-*.woff2'],
  globIgnores: ['**/pdf*', '**/katex*', '**/chart*', '**/MarkBookPage*', '**/browser-*', '**/*.map'],
  maximumFileSizeToCacheInBytes: 900_000,
  skipWaiting: true,
  clientsClaim: true,
  cleanupOutdatedCaches: true,
  navigateFallback: null,
  runtimeCaching: [
    {
      urlPattern: ({ request, url }) =>
        request.mode === 'navigate' && !/^\/(api|calendar\/|health|metrics|report-fonts)/.test(url.pathname),
      handler: 'NetworkFirst',
      options: {
        cacheName: 'jolly-page',
        networkTimeoutSeconds: 5,
        precacheFallback: { fallbackURL: 'index.html' },
        // All pages are one file; which of them somebody looked at is not written down.
        plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/index.html') }],
      },
    },
    {
      urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
      handler: 'CacheFirst',
      options: { cacheName: 'jolly-assets', expiration: { maxEntries: 400, maxAgeSeconds: 60 * 86_400 } },
    },
  ],
};
