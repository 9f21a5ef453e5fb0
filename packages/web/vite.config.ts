import vue from '@vitejs/plugin-vue';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { antDesignMends } from './ant-design-mends.mts';
import { guidePages } from './guide-pages.mts';
import { MANIFEST, WITHOUT_A_LINE } from './without-a-line.mts';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: here('.'),
  plugins: [
    antDesignMends(),
    guidePages(),
    vue(),
    VitePWA({ registerType: 'autoUpdate', injectRegister: false, manifest: MANIFEST, workbox: WITHOUT_A_LINE }),
    // Packed once when built, and better than there would be time for at each request.
    compression({
      include: /\.(js|css|svg|webmanifest)$/,
      exclude: /sw\.js$|workbox-/,
      threshold: 1000,
      algorithms: ['brotliCompress', 'gzip'],
    }),
  ],
  // The mends are made as files are read; what is bundled ahead would pass them by.
  optimizeDeps: { exclude: ['ant-design-vue'] },
  resolve: { alias: { '@jolly/core': here('../core/src/index.ts') } },
  // Compile messages ahead of the policy that forbids making code at run time.
  define: { __INTLIFY_JIT_COMPILATION__: true, __VUE_I18N_LEGACY_API__: false, __INTLIFY_PROD_DEVTOOLS__: false },
  // Nothing is put into styles as data: the policy lets fonts come only from files of ours.
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    assetsInlineLimit: 0,
    // What every page needs is one file, not forty of a few kilobytes that are each asked for and packed by themselves.
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'first', tags: ['$initial'] }] } } },
  },
  server: { port: 4790, strictPort: true, proxy: { '/api': `http://127.0.0.1:${process.env.JOLLY_PORT ?? 4700}` } },
});
