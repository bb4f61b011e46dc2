/**
 * `npm start`: the built application, on this computer only unless HOST says otherwise. With TLS_CERT and TLS_KEY (PEM files) it is reached by https: the
 * encrypted connection ends here, and goes on to the application within this computer.
 */
import { readFileSync } from "node:fs";
import net from "node:net";
import tls from "node:tls";
import { start } from "./prepare.mjs";

const host = process.env.HOST ?? "127.0.0.1";
const port = process.env.PORT ?? "4310";
const { TLS_CERT, TLS_KEY } = process.env;
if (!TLS_CERT !== !TLS_KEY) {
  console.error("TLS_CERT and TLS_KEY belong together: the certificate and its key, both as PEM files.");
  process.exit(1);
}
const inner = TLS_CERT ? String(await freePort()) : port;
const env = { ...process.env, NODE_ENV: "production" };
if (TLS_CERT) env.BASE_URL ??= `https://localhost:${port}`;
const child = start(
  "node",
  [
    "node_modules/next/dist/bin/next",
    "start",
    "--hostname",
    TLS_CERT ? "127.0.0.1" : host,
    "--port",
    inner,
    // Longer than a person's pause between two clicks: a question sent just as the program closes its connection is lost.
    "--keepAliveTimeout",
    "65000",
  ],
  { env },
);
for (const signal of ["SIGTERM", "SIGINT"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
if (TLS_CERT) {
  const options = { cert: readFileSync(TLS_CERT), key: readFileSync(TLS_KEY), minVersion: "TLSv1.2" };
  const outer = tls.createServer(options, (socket) => {
    const onward = net.connect(Number(inner), "127.0.0.1");
    socket.pipe(onward).pipe(socket);
    const over = () => {
      socket.destroy();
      onward.destroy();
    };
    socket.on("error", over).on("close", over);
    onward.on("error", over).on("close", over);
  });
  outer.on("tlsClientError", () => undefined);
  outer.listen(Number(port), host, () => console.log(`Calm Ledger answers at https://${host}:${port}`));
}

function freePort() {
  return new Promise((resolve) => {
    const server = net.createServer().listen(0, "127.0.0.1", () => {
      const { port: free } = server.address();
      server.close(() => resolve(free));
    });
  });
}
