import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    emptyOutDir: true,
    // Threads are files of their own, beside the server's.
    rollupOptions: {
      input: {
        start: 'src/start.ts',
        importWorker: 'src/importing/importWorker.ts',
        crewWorker: 'src/crewViews/crewWorker.ts',
      },
    },
  },
  ssr: { noExternal: ['@fieldchalk/core', '@fieldchalk/contracts'], external: ['better-sqlite3', 'knex'] },
});
