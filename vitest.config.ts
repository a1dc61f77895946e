import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  test: {
    include: ['{core,contracts,cli,server,web,tools}/**/*.test.ts'],
    testTimeout: 30_000,
    pool: 'threads',
  },
});
