import { defineConfig } from 'vite';

export default defineConfig({
  build: { ssr: 'src/start.ts', outDir: 'dist', target: 'node20', emptyOutDir: true },
  ssr: { noExternal: ['@fieldchalk/core', '@fieldchalk/contracts'], external: ['better-sqlite3', 'knex'] },
});
