/** How the server as it is built is begun, from the root of the tree. */
export const serverArgs: readonly string[];
