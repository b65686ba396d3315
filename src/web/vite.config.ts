import tailwindcss from '@tailwindcss/vite';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  build: {
    outDir: '../Dentelle.Web/wwwroot',
    emptyOutDir: true,
    target: 'es2022',
    // Small fonts would be inlined as data: addresses, which the content policy refuses.
    assetsInlineLimit: 0,
    rolldownOptions: {
      // One control of the library asks its index for another; what nobody uses of it stays out.
      treeshake: { moduleSideEffects: [{ test: /flowbite-svelte/, sideEffects: false }] },
      checks: { circularDependency: true, pluginTimings: false },
      // Sources of ours that import each other in a ring fail the build; what packages do is theirs.
      onwarn(warning, warn) {
        if (warning.code === 'CIRCULAR_DEPENDENCY' && !warning.message.includes('node_modules'))
          throw new Error(warning.message);
        if (warning.code !== 'CIRCULAR_DEPENDENCY') warn(warning);
      },
    },
  },
  // The folder api/ holds sources of ours; everything else under /api is the program's.
  server: { proxy: { '^/api/(?!client|schema)': 'http://127.0.0.1:5080' } },
  test: { include: ['**/*.test.ts'], environment: 'node' },
});
