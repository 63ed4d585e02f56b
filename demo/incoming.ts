import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { pino } from 'pino';
import { addDays } from '@obolus/core/exact/calendar';
import { takeBillIn } from '@obolus/server/bills/takeIn';
import { takeTogether } from '@obolus/server/bills/takeTogether';
import { keepMail } from '@obolus/server/mail/mails';
import { takeAttachments } from '@obolus/server/mail/receive';
import { billPaper, crossIndustryPaper } from './billPapers.ts';
import { despatchAdvice } from './despatchAdvice.ts';
import { pdfPaper } from './pdfPaper.ts';
import { type Waiting, WAITING_BILLS } from './waitingBills.ts';

/* What comes to the company from outside: bills as files and by mail, an announced delivery. */

/** A bill comes in, as a file that the accountant gives or by mail. */
export async function takeIn(
  source: DataSource,
  { names, daysAgo, as, mailedFrom, ...bill }: Waiting,
  { documents, today, accountant }: { documents: ReadonlyMap<string, string>; today: string; accountant: string },
): Promise<void> {
  const billed = {
    ...bill,
    order: names === undefined ? '' : await numberOf(source, documents.get(names) ?? '0'),
    date: addDays(today, -daysAgo),
  };
  const [vendor] = (await source.query('SELECT name FROM vendor WHERE number = ?', [bill.vendor])) as {
    name: string;
  }[];
  const from = vendor?.name ?? bill.vendor;
  const content =
    as === undefined
      ? Buffer.from(billPaper(billed))
      : await pdfPaper(billed, from, as === 'pdf' ? undefined : crossIndustryPaper(billed));
  const name = `${bill.number.replace(/[^\w-]/g, '_')}.${as === undefined ? 'xml' : 'pdf'}`;
  const at = new Date(
    Date.parse(`${addDays(today, -Math.max(0, daysAgo - 1))}T08:00:00Z`) +
      WAITING_BILLS.findIndex(({ number }) => number === bill.number) * 60_000,
  );
  const given = { id: randomUUID(), name, content, at, today };
  if (mailedFrom === undefined) {
    await takeBillIn(source, { ...given, came: 'file', sender: 'Ines Varga', by: accountant });
    return;
  }
  const subject = bill.credits === undefined ? `Bill ${bill.number}` : `Credit memo ${bill.number}`;
  const mail = {
    outward: false,
    sender: mailedFrom,
    recipients: [BILLS],
    subject,
    text: `Please find our ${subject.replace(/^./, (letter) => letter.toLowerCase())} attached.\n\n${from}`,
    at,
  };
  const mailed = { ...given, came: 'mail' as const, sender: mailedFrom, by: null };
  // Who mails an XML mails what it looks like with it.
  const shown =
    as === undefined
      ? [
          {
            ...mailed,
            id: randomUUID(),
            name: name.replace('.xml', '.pdf'),
            content: await pdfPaper(billed, from, undefined),
          },
        ]
      : [];
  await keepMail(source, { ...mail, attachments: [name, ...shown.map((one) => one.name)] });
  await takeTogether(source, [mailed, ...shown]);
}

const BILLS = 'bills@fernhollow.example';

/** Something else that calls itself a PDF: it shows up as refused. */
export async function refusedAttachment(source: DataSource, today: string): Promise<void> {
  const at = new Date(`${today}T07:40:00Z`);
  const takeIn = (given: Parameters<typeof takeTogether>[1]) => takeTogether(source, given);
  const post = { source, log: pino({ level: 'silent' }), now: () => at, today: () => today, takeIn };
  await takeAttachments(post, 'prizes@nowhere.example', 'You have won', [
    { name: 'invoice.pdf', content: Buffer.from('#!/bin/sh\necho hello\n') },
  ]);
}

async function numberOf(source: DataSource, document: string): Promise<string> {
  const [row] = (await source.query('SELECT number FROM document WHERE id = ?', [document])) as { number: string }[];
  return row?.number ?? '';
}

/** What Dholka Shuttle Works announces of its late order, as UBL 2.1: boxes by the code on them, and goods that nobody ordered. */
export async function announcedShuttles(source: DataSource, order: string, arrives: string): Promise<Buffer> {
  const [row] = (await source.query('SELECT number, date FROM document WHERE id = ?', [order])) as {
    number: string;
    date: string;
  }[];
  return Buffer.from(
    despatchAdvice({
      number: 'DSW-DA 412',
      vendor: 'DHOL',
      order: row?.number ?? '',
      date: row?.date ?? '',
      arrives,
      shipment: 'FHL-016',
    }),
  );
}

/**
 * The simulated broker states by mail what customs charged, as a CSV file: of two entries one is right; of the other the reeds were put under the
 * code of looms, which costs duty that reeds do not.
 */
export async function brokersStatements(source: DataSource, today: string): Promise<void> {
  const day = (before: number) => addDays(today, -before);
  const header = 'entry,date,broker,shipment,code,origin,currency,rate,value,duty,import_tax,description';
  const statements = [
    ['26-GH-129930', `26-GH-129930,${day(29)},LANT,FHL-017,8446.10,CA,CAD,0.73,1387.00,34.68,71.09,Reeds of steel`],
    [
      '26-GH-127004',
      `26-GH-127004,${day(42)},LANT,FHL-015,5306.10,PT,EUR,1.09,1722.20,51.67,88.69,Linen yarn bleached`,
    ],
  ];
  for (const [entry = '', line = ''] of statements) {
    const at = new Date(Date.parse(`${day(2)}T08:15:00Z`));
    const content = Buffer.from(`${header}\n${line}\n`);
    const name = `${entry}.csv`;
    await keepMail(source, {
      outward: false,
      sender: BROKER,
      recipients: [BILLS],
      subject: `Customs entry ${entry}`,
      text: `Please find what customs charged on entry ${entry} attached.\n\nLanternhouse Customs`,
      attachments: [name],
      at,
    });
    await takeBillIn(source, { id: randomUUID(), name, content, at, today, came: 'mail', sender: BROKER, by: null });
  }
}

const BROKER = 'entries@lanternhouse.example';
