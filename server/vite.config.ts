import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    emptyOutDir: true,
    // The thread that reads files of other programs is a file of its own, beside the server's.
    rollupOptions: { input: { start: 'src/start.ts', importWorker: 'src/importing/importWorker.ts' } },
  },
  ssr: { noExternal: ['@fieldchalk/core', '@fieldchalk/contracts'], external: ['better-sqlite3', 'knex'] },
});
