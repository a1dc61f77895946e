/**
 * How the server as it is built is begun, from the root of the tree. V8's own threads, four otherwise, help every thread that reads a file or a plan to
 * collect what it no longer needs: on two processors they stand in line before the one that answers people.
 */
export const serverArgs = ['--v8-pool-size=1', 'server/dist/start.js'];
