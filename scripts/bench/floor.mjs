import { Agent, createServer } from 'node:http';
import { CLIENTS, perSecond, pound, send } from './load.mjs';
import { dist, row } from './measure.mjs';

/** What this machine and the libraries do at most. */
export async function benchFloor(pool) {
  await pool.query('CREATE TABLE bench_row (id BIGINT PRIMARY KEY AUTO_INCREMENT, a BIGINT, b BIGINT)');
  for (const clients of CLIENTS)
    row(
      `one durable row insert, ${clients} clients`,
      perSecond(await pound(clients, () => pool.query('INSERT INTO bench_row (a, b) VALUES (1, 2)'))),
    );
  const answer = JSON.stringify({
    rows: Array.from({ length: 20 }, (_, n) => ({
      id: String(n),
      name: 'a plain answer of about two kilobytes',
      amount: '1234.56',
    })),
  });
  const { default: express } = await dist('node_modules/express/index.js').catch(() =>
    dist('server/node_modules/express/index.js'),
  );
  const app = express();
  app.get('/', (_request, response) => response.type('json').send(answer));
  const plain = createServer(app);
  await new Promise((resolve) => plain.listen(0, '127.0.0.1', resolve));
  const agent = new Agent({ keepAlive: true });
  const rate = await pound(16, () => send(agent, `http://127.0.0.1:${plain.address().port}`, 'GET', '/'));
  row(
    'a plain JSON answer of Express, 16 clients',
    perSecond(rate),
    `${answer.length} bytes, client and server in one process`,
  );
  agent.destroy();
  plain.close();
}
