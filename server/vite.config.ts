import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist',
    target: 'node20',
    emptyOutDir: true,
    // Threads and commands are files of their own, beside the server's.
    rollupOptions: {
      input: {
        start: 'src/start.ts',
        backupCommand: 'src/backupCommand.ts',
        moveCommand: 'src/moveCommand.ts',
        ownerCommand: 'src/ownerCommand.ts',
        importWorker: 'src/importing/importWorker.ts',
        ifcWorker: 'src/sheets/ifcWorker.ts',
        sheetWorker: 'src/sheets/sheetWorker.ts',
        viewWorker: 'src/jobViews/viewWorker.ts',
        asideWorker: 'src/aside/asideWorker.ts',
      },
      // All in one folder: where a thread's file is, is told from where the code that begins it is.
      output: { chunkFileNames: '[name]-[hash].js' },
    },
  },
  ssr: {
    noExternal: [
      '@fieldchalk/core',
      '@fieldchalk/contracts',
      '@fieldchalk/paper',
      'zod',
      'immer',
      'alien-signals',
    ],
    external: ['better-sqlite3', 'knex', 'pdfkit', 'fontkit'],
  },
});
