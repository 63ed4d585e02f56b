// A way to the database on which every statement takes longer: what is locked is locked for longer, and more people meet.
import { connect, createServer } from 'node:net';

/** Listens on loopback and passes everything on to a port, so many milliseconds later. */
export async function slowWay(to, milliseconds) {
  const open = new Set();
  const server = createServer((from) => {
    const behind = connect(to, '127.0.0.1');
    for (const socket of [from, behind]) {
      open.add(socket);
      socket.setNoDelay(true);
      socket.on('error', () => undefined);
      socket.on('close', () => open.delete(socket));
    }
    from.on('data', (data) => setTimeout(() => behind.write(data), milliseconds));
    behind.on('data', (data) => from.write(data));
    from.on('close', () => behind.destroy());
    behind.on('close', () => from.destroy());
  });
  await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    port: server.address().port,
    close() {
      server.close();
      for (const socket of open) socket.destroy();
    },
  };
}
