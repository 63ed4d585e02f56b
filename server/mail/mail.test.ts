import { randomUUID } from 'node:crypto';
import { deflateSync } from 'node:zlib';
import { connect } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createTransport } from 'nodemailer';
import type { MailView, WaitingBill } from '@obolus/contract/views/bench';
import { startTestServer, type TestServer } from '../testing/testServer.ts';
import type { Client } from '../testing/client.ts';

let server: TestServer;
let ines: Client;
let odile: Client;

beforeAll(async () => {
  server = await startTestServer({ standIns: true });
  [ines, odile] = await Promise.all([server.as('accountant'), server.as('receiver')]);
  await server.source.query("UPDATE vendor SET mail = 'bills@greywake.example' WHERE id = 3");
});
afterAll(() => server.stop());

interface Attached {
  readonly filename: string;
  readonly content: string | Buffer;
}
const send = (
  attachments: readonly Attached[],
  { from = 'desk@tarnside.example', to = 'bills@fernhollow.example', subject = 'Our bill' } = {},
) =>
  createTransport({ host: '127.0.0.1', port: server.mailboxPort, secure: false, ignoreTLS: true }).sendMail({
    from,
    to,
    subject,
    text: 'See attached.',
    attachments: [...attachments],
  });
const waiting = async () => (await ines.call('GET', '/api/bills/waiting')).body.rows as WaitingBill[];
const mails = async () => (await ines.call('GET', '/api/mails')).body.rows as MailView[];
const CSV = 'vendor,number,date,amount,description\nTARN,M-1,2026-03-20,5.00,Something\n';

describe('the mailbox', () => {
  it('takes bills that are attached to a mail, and tells where each came from', async () => {
    await send([{ filename: 'bill.csv', content: CSV }]);
    expect((await waiting()).find(({ number }) => number === 'M-1')).toMatchObject({
      came: 'mail',
      sender: 'desk@tarnside.example',
      vendor: { name: 'Tarnside Fibres' },
    });
    expect((await mails())[0]).toMatchObject({
      outward: false,
      subject: 'Our bill',
      attachments: 'bill.csv',
      text: expect.stringContaining('See attached.'),
    });
  });

  it('knows a vendor by the address that it writes from, where its paper does not say', async () => {
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    await send([{ filename: 'photo.png', content: png }], { from: 'bills@greywake.example' });
    expect((await waiting()).find(({ name }) => name === 'photo.png')).toMatchObject({
      vendor: { name: 'Greywake Lines' },
      state: 'typed',
    });
  });

  it('takes a bill and its PDF as one bill with two papers, and no picture that the text shows', async () => {
    const ubl = (number: string) =>
      `<Invoice xmlns="urn:oasis:names:specification:ubl:schema:xsd:Invoice-2"><ID>${number}</ID><IssueDate>2026-03-20</IssueDate><InvoiceTypeCode>380</InvoiceTypeCode><DocumentCurrencyCode>USD</DocumentCurrencyCode><AccountingSupplierParty><Party><PartyName><Name>Tarnside Fibres</Name></PartyName></Party></AccountingSupplierParty><LegalMonetaryTotal><PayableAmount>5.00</PayableAmount></LegalMonetaryTotal><InvoiceLine><ID>1</ID><LineExtensionAmount>5.00</LineExtensionAmount><Item><Name>Something</Name></Item></InvoiceLine></Invoice>`;
    const pdf = (text: string) => Buffer.from(`%PDF-1.4\n${text}\n%%EOF`);
    const sign = Buffer.from('89504e470d0a1a0a', 'hex');
    await createTransport({ host: '127.0.0.1', port: server.mailboxPort, secure: false, ignoreTLS: true }).sendMail({
      from: 'desk@tarnside.example',
      to: 'bills@fernhollow.example',
      subject: 'Two bills',
      html: '<p>See attached.</p><img src="cid:sign"/>',
      attachments: [
        { filename: 'sign.png', content: sign, cid: 'sign' },
        { filename: 'P-1.pdf', content: pdf('one') },
        { filename: 'P-1.xml', content: ubl('P-1') },
        { filename: 'p-2.XML', content: ubl('P-2') },
        { filename: 'P-2.pdf', content: pdf('two') },
        { filename: 'terms.pdf', content: pdf('terms') },
      ],
    });
    const rows = (await waiting()).filter(({ number, name }) => /^P-|terms|sign/i.test(number + name));
    expect(rows.map(({ number, name }) => number || name).sort()).toEqual(['P-1', 'P-2', 'terms.pdf']);
    const others = async (number: string) => {
      const id = rows.find((row) => row.number === number)?.id ?? '';
      return (await ines.call('GET', `/api/incoming-bills/${id}/readable`)).body.others as {
        id: string;
        name: string;
      }[];
    };
    const [beside] = await others('P-1');
    expect([beside?.name, (await others('P-2')).map(({ name }) => name)]).toEqual(['P-1.pdf', ['P-2.pdf']]);
    const back = (await ines.call('GET', `/api/incoming-bills/${beside?.id}/readable`)).body;
    expect([back.parts, back.others]).toEqual([
      [],
      [{ id: rows.find(({ number }) => number === 'P-1')?.id, name: 'P-1.xml' }],
    ]);
    // The same XML once more is refused, and another PDF with it is not lost: it is a paper by itself.
    await send([
      { filename: 'P-1.xml', content: ubl('P-1') },
      { filename: 'P-1.pdf', content: pdf('signed') },
    ]);
    const anew = (await waiting()).filter(({ name }) => /^P-1/.test(name)).map(({ name, state }) => [name, state]);
    expect(anew).toEqual(
      expect.arrayContaining([
        ['P-1.xml', 'refused'],
        ['P-1.pdf', 'unassigned'],
      ]),
    );
    for (const { id, name, state } of await waiting())
      if (name === 'P-1.xml' && state === 'refused') await ines.call('DELETE', `/api/incoming-bills/${id}`);
    // The same PDF once more is no other bill.
    await send([{ filename: 'again.pdf', content: pdf('one') }]);
    const again = (await waiting()).find(({ name }) => name === 'again.pdf');
    expect(again?.state).toBe('refused');
    await ines.call('DELETE', `/api/incoming-bills/${again?.id}`);
  });

  it('shows what is broken or meant to do harm as refused, and takes no harm', async () => {
    const before = process.memoryUsage().rss;
    const entities = `<!DOCTYPE a [<!ENTITY a "aaaaaaaaaa">${Array.from({ length: 9 }, (_, n) => `<!ENTITY ${'bcdefghij'[n]} "${`&${'abcdefghi'[n]};`.repeat(10)}">`).join('')}]><Invoice><ID>&j;</ID></Invoice>`;
    const zip = Buffer.concat([Buffer.from([0x50, 0x4b, 0x03, 0x04]), deflateSync(Buffer.alloc(20_000_000))]);
    await send([
      { filename: 'bill.pdf', content: '#!/bin/sh\nrm -rf /\n' },
      { filename: 'expand.xml', content: entities },
      { filename: 'bomb.zip', content: zip },
      { filename: 'broken.xml', content: '<Invoice><ID>1</ID>' },
      { filename: 'page.html', content: '<html><script>alert(1)</script></html>' },
    ]);
    const refused = (await waiting()).filter(({ state }) => state === 'refused');
    expect(refused.map(({ name }) => name).sort()).toEqual([
      'bill.pdf',
      'bomb.zip',
      'broken.xml',
      'expand.xml',
      'page.html',
    ]);
    expect(refused.find(({ name }) => name === 'expand.xml')?.says).toContain('DOCTYPE');
    expect(
      await server.source.query(
        "SELECT COUNT(*) AS n FROM incoming_paper WHERE state = 'refused' AND content IS NOT NULL",
      ),
    ).toEqual([{ n: '0' }]);
    expect(process.memoryUsage().rss - before).toBeLessThan(400_000_000);
    for (const { id } of refused) expect((await ines.call('DELETE', `/api/incoming-bills/${id}`)).status).toBe(200);
    expect((await waiting()).filter(({ state }) => state === 'refused')).toEqual([]);
  });

  it('refuses a PDF that unpacks to more than there is room for, as one that cannot be looked into', async () => {
    const packed = deflateSync(deflateSync(Buffer.alloc(900_000_000)), { level: 9 });
    const parts = [
      '1 0 obj<</Type/Catalog/Pages 2 0 R/Names<</EmbeddedFiles<</Names[(a.xml) 3 0 R]>>>>>>endobj\n',
      '2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\n',
      '3 0 obj<</Type/Filespec/F(a.xml)/EF<</F 4 0 R>>>>endobj\n',
      `4 0 obj<</Type/EmbeddedFile/Filter[/FlateDecode/FlateDecode]/Length ${packed.length}>>stream\n`,
    ];
    const pdf = Buffer.concat([
      Buffer.from(`%PDF-1.7\n${parts.join('')}`, 'latin1'),
      packed,
      Buffer.from('\nendstream endobj\ntrailer<</Root 1 0 R>>\n%%EOF', 'latin1'),
    ]);
    await send([{ filename: 'bomb.pdf', content: pdf }]);
    const bomb = (await waiting()).find(({ name }) => name === 'bomb.pdf');
    expect([bomb?.state, bomb?.says]).toEqual(['unassigned', expect.stringMatching(/cannot be looked into|no XML/)]);
  });

  it('takes no mail of 200 MB, whether it says so or not, and shows that it came', async () => {
    const talk = (lines: readonly string[], then?: (socket: ReturnType<typeof connect>) => Promise<void>) =>
      new Promise<string>((resolve, reject) => {
        const socket = connect(server.mailboxPort, '127.0.0.1');
        let [said, step] = ['', 0];
        socket.setEncoding('utf8');
        socket.on('error', reject);
        socket.on('close', () => resolve(said));
        socket.on('data', (part: string) => {
          said += part;
          if (!/^\d{3} .*\r\n$/m.test(part)) return;
          const line = lines[step];
          step += 1;
          if (line !== undefined) socket.write(`${line}\r\n`);
          else if (then && step === lines.length + 1) void then(socket);
          else socket.end();
        });
      });
    const announced = await talk(['EHLO me', 'MAIL FROM:<big@tarnside.example> SIZE=200000000', 'QUIT']);
    expect(announced).toContain('552');
    const sent = await talk(
      ['EHLO me', 'MAIL FROM:<silent@tarnside.example>', 'RCPT TO:<bills@fernhollow.example>', 'DATA'],
      async (socket) => {
        const part = `${'x'.repeat(998)}\r\n`.repeat(1000);
        for (let at = 0; at < 200; at += 1)
          if (!socket.write(part)) await new Promise((resolve) => socket.once('drain', resolve));
        socket.write('\r\n.\r\n');
      },
    );
    expect(sent).toContain('552');
    const refused = (await waiting()).filter(({ state }) => state === 'refused');
    expect(refused.map(({ sender }) => sender).sort()).toEqual(['big@tarnside.example', 'silent@tarnside.example']);
    expect(JSON.stringify(refused)).toContain('200 MB');
  });
});

describe('mails', () => {
  it('that were sent are read in the mailbox, and are sent only for whoever may write to vendors', async () => {
    const mail = { to: 'desk@tarnside.example', subject: 'Your bill M-1', text: 'Please send a credit memo.' };
    const id = randomUUID();
    for (const again of [1, 2])
      expect([again, (await ines.call('PUT', `/api/mails/${id}`, mail)).status]).toEqual([again, 200]);
    expect((await mails()).filter(({ subject }) => subject === mail.subject)).toHaveLength(1);
    expect((await mails())[0]).toMatchObject({
      outward: true,
      sender: 'purchasing@fernhollow.example',
      recipients: mail.to,
      subject: mail.subject,
    });
    expect((await odile.call('PUT', `/api/mails/${randomUUID()}`, mail)).status).toBe(403);
    expect(
      (await ines.call('PUT', `/api/mails/${randomUUID()}`, { ...mail, to: 'a@b.example\nBcc: c@d.example' })).status,
    ).toBe(400);
  });

  it('are the latest ones, and that there are more is said', async () => {
    const before = await server.source.query('SELECT COUNT(*) AS n FROM mail');
    const listed = async () => (await ines.call('GET', '/api/mails')).body as { rows: unknown[]; more: boolean };
    expect((await listed()).more).toBe(false);
    const missing = 201 - Number((before as { n: string }[])[0]?.n);
    await server.source.query(
      'INSERT INTO mail (id, outward, sender, recipients, subject, body, attachments, at) VALUES ?',
      [
        Array.from({ length: missing }, () => [
          randomUUID(),
          0,
          'a@b.example',
          'c@d.example',
          '',
          '',
          '',
          '2020-01-01 00:00:00',
        ]),
      ],
    );
    const { rows, more } = await listed();
    expect([rows.length, more]).toEqual([200, true]);
    await server.source.query("DELETE FROM mail WHERE at = '2020-01-01 00:00:00'");
  });
});
