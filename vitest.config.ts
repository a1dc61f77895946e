import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [vue()],
  test: { include: ['{core,cli,server,web}/**/*.test.ts'], testTimeout: 30_000, pool: 'threads' },
});
