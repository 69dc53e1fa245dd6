import { createServer } from "node:net";

function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(false));
    server.listen(port, "127.0.0.1", () => server.close(() => resolve(true)));
  });
}

/** The first free port on loopback from the wanted one upwards. */
export async function freePort(wanted: number): Promise<number> {
  for (let port = wanted; port < wanted + 200; port++) if (await isFree(port)) return port;
  throw new Error(`no free port from ${wanted}`);
}
