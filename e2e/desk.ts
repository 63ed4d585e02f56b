import { expect, type Locator, type Page, type Request, request, type Response } from '@playwright/test';
import type { ListPage } from '@obolus/contract/listState';
import { DEMO_PASSWORD, DEMO_USERS } from '@obolus/demo/company';

/** What a page was told is asked anew when it opens again after so many milliseconds (`web/server/api.ts`), whoever posted. */
const STALE_AFTER = 20_000;

type Role = (typeof DEMO_USERS)[number]['role'];

/** Keys that were pressed, counted. */
export interface Keys {
  count: number;
  press(key: string): Promise<void>;
}

/** Sets somebody up as the administrator does, and gives the password. */
async function addAccountant(email: string, name: string): Promise<string> {
  const api = await request.newContext({ baseURL: process.env.OBOLUS_E2E_URL ?? '' });
  const session = (await (
    await api.post('/api/session', { data: { email: 'sam@fernhollow.example', password: DEMO_PASSWORD } })
  ).json()) as {
    csrfToken: string;
  };
  const made = await api.post('/api/people', {
    data: { name, email, role: 'accountant', approvalLimit: '' },
    headers: { 'X-CSRF-Token': session.csrfToken },
  });
  const { password } = (await made.json()) as { password: string };
  await api.dispose();
  return password;
}

/** What a user does at the desk, in the words of the screens. */
export class Desk {
  readonly page: Page;
  /** When each address of the server was asked last. */
  private readonly askedAt = new Map<string, number>();
  /** What the server did not know how to answer. */
  private readonly failures: string[] = [];

  constructor(page: Page) {
    this.page = page;
    page.on('request', (sent) => this.askedAt.set(sent.url(), Date.now()));
    page.on('response', (reply) => reply.status() === 500 && this.failures.push(reply.url()));
  }

  /** Opens an address: the first page, or one that came by another way than a click. */
  async open(path: string): Promise<void> {
    await this.page.goto(`${process.env.OBOLUS_E2E_URL}${path}`);
  }

  /** Goes to a page by the links that lead there: from the index, part by part of where it is. */
  async go(path: string): Promise<void> {
    const parts = path.split('/').slice(1);
    for (const at of parts.keys()) {
      const link = `a[href="/${parts.slice(0, at + 1).join('/')}"]`;
      const index = this.page.getByRole('navigation', { name: 'The work' });
      // The name of the application leads to the first of its places too.
      await (at === 0 ? index.locator(link).last() : this.page.locator(link).first()).click();
    }
    await this.page.waitForURL(({ pathname }) => pathname.startsWith(path));
  }

  /** Goes to a document, an order, an item by its number, as it is searched for: to another page than the one that it is on. */
  async find(number: string): Promise<void> {
    await this.page.keyboard.press('Control+k');
    await this.page.keyboard.type(number);
    const found = this.page.getByRole('option', { name: number }).first();
    const [own = number] = /[A-Z]{2}-\d+/.exec(await found.innerText()) ?? [];
    await found.click();
    await expect(this.page.getByRole('heading', { level: 1 })).toContainText(own);
  }

  async signIn(role: Role = 'accountant'): Promise<void> {
    await this.open('/');
    await this.page.getByLabel('Name (mail address)').fill(DEMO_USERS.find((user) => user.role === role)?.email ?? '');
    await this.page.getByLabel('Password').fill(DEMO_PASSWORD);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('navigation', { name: 'The work' })).toBeVisible();
  }

  /** Chooses in a lookup by typing a part of the name. */
  async choose(label: string, text: string): Promise<void> {
    const box = this.page.getByRole('combobox', { name: label });
    await box.focus();
    await this.page.keyboard.type(text);
    await expect(
      this.page
        .getByRole('listbox', { name: `Choices for ${label}` })
        .getByRole('option')
        .first(),
    ).toBeVisible();
    await this.page.keyboard.press('Enter');
  }

  /** The footing's lines by account and what they are about, as they stand on the screen. */
  async footing(): Promise<string[]> {
    const foot = this.page.getByRole('region', { name: 'Footing' });
    // What was typed last is worked out a moment later.
    await this.page.waitForTimeout(300);
    await expect(foot).toHaveAttribute('aria-busy', 'false');
    await expect(foot.getByText('Balances.')).toBeVisible();
    return foot
      .locator('.sides .posting')
      .evaluateAll((rows) => rows.map((row) => [...row.children].map((cell) => cell.textContent).join(' ')));
  }

  /** Posts by keyboard, checks that the document's journal is what the footing showed, and gives the document's number. */
  async post(): Promise<string> {
    const before = await this.footing();
    await this.expectKept();
    const asked = this.askedAfterPosting();
    await this.page.keyboard.press('Control+Enter');
    await expect(this.page).toHaveURL(/\/documents\/\d+$/);
    const journal = this.page.getByRole('region', { name: 'Journal of the document' });
    await expect(journal).toBeVisible();
    const after = await journal
      .locator('.sides .posting')
      .evaluateAll((rows) => rows.map((row) => [...row.children].map((cell) => cell.textContent).join(' ')));
    expect(after).toEqual(before);
    await asked.expectFew();
    return (await this.page.getByRole('heading', { level: 1 }).locator('span').textContent()) ?? '';
  }

  /** Begins a bill of a vendor whose goods have none. */
  async billFor(vendor: string): Promise<void> {
    await this.go('/bench');
    await this.page
      .getByRole('region', { name: 'Goods without a bill' })
      .getByRole('link', { name: new RegExp(vendor) })
      .click();
  }

  /** A bill in the list of those that wait. */
  waiting(name: RegExp): Locator {
    return this.page.getByRole('navigation', { name: 'Bills that wait' }).getByRole('link', { name });
  }

  /** Posts a bill that waits, checks that its journal is what the footing showed, and comes back to the list of those that wait. */
  async postWaiting(keys?: Keys): Promise<string> {
    const before = await this.footing();
    await this.expectKept();
    const asked = this.askedAfterPosting();
    await (keys ?? this.page.keyboard).press('Control+Enter');
    await expect(this.page).toHaveURL(/\/bench$/);
    await asked.expectFew();
    const { rows } = await this.ask<{ rows: { id: string; number: string }[] }>('documents?kind=bill');
    const [latest] = rows;
    const { entries } = await this.ask<{ entries: { lines: { amount: string }[] }[] }>(
      `documents/${latest?.id ?? '0'}`,
    );
    expect(entries.flatMap(({ lines }) => lines)).toHaveLength(before.length);
    return latest?.number ?? '';
  }

  /** What is asked anew since a draft was kept is none of its posting's. */
  private async expectKept(): Promise<void> {
    await expect(this.page.getByRole('region', { name: 'Footing' }).getByText('Draft kept')).toBeVisible();
  }

  /** What the page asks the server once the posting that comes next is answered: that asks anew only what it touched. */
  private askedAfterPosting(): { expectFew(): Promise<void> } {
    const asked: string[] = [];
    let isPosted = false;
    const pathOf = (request: Request) => new URL(request.url()).pathname;
    const noteReply = (reply: Response) => {
      isPosted ||= reply.request().method() === 'POST' && /^\/api\/documents\/[\w-]+$/.test(pathOf(reply.request()));
    };
    const note = (request: Request) => {
      // What a page that opens finds too old is not the posting's.
      const isOld = Date.now() - (known.get(request.url()) ?? Infinity) > STALE_AFTER;
      if (isPosted && !isOld && request.method() === 'GET' && pathOf(request).startsWith('/api/'))
        asked.push(pathOf(request));
    };
    const known = new Map(this.askedAt);
    this.page.on('response', noteReply);
    this.page.on('request', note);
    return {
      expectFew: async () => {
        await this.page.waitForTimeout(300);
        this.page.off('response', noteReply);
        this.page.off('request', note);
        expect(isPosted).toBe(true);
        expect(this.failures).toEqual([]);
        expect(asked.length, asked.join(' ')).toBeLessThanOrEqual(4);
      },
    };
  }

  /** Counts the keys that are pressed from now on. */
  countKeys(): Keys {
    const { keyboard } = this.page;
    const keys = { count: 0, press: async (key: string) => ((keys.count += 1), keyboard.press(key)) };
    return keys;
  }

  /** Another accountant, whom the administrator sets up. */
  async secondAccountant(): Promise<void> {
    process.env.OBOLUS_E2E_SECOND = await addAccountant('mina@fernhollow.example', 'Mina Holt');
  }

  signInAs(email: string): Promise<void> {
    return this.signInWith(email, process.env.OBOLUS_E2E_SECOND ?? '');
  }

  async signInWith(email: string, password: string): Promise<void> {
    await this.open('/');
    await this.page.getByLabel('Name (mail address)').fill(email);
    await this.page.getByLabel('Password').fill(password);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('navigation', { name: 'The work' })).toBeVisible();
  }

  /** What the API says, as the signed-in user. */
  async ask<Reply>(path: string): Promise<Reply> {
    const reply = await this.page.request.get(`${process.env.OBOLUS_E2E_URL}/api/${path}`);
    expect(reply.ok()).toBe(true);
    return (await reply.json()) as Reply;
  }

  /** Posts a document as another program would, as the signed-in user; gives its id. */
  async send(kind: string, body: object): Promise<string> {
    const { csrfToken } = await this.ask<{ csrfToken: string }>('session');
    const reply = await this.page.request.post(`${process.env.OBOLUS_E2E_URL}/api/documents/${kind}`, {
      data: body,
      headers: { 'X-CSRF-Token': csrfToken, 'Idempotency-Key': crypto.randomUUID() },
    });
    expect([reply.status(), reply.ok() ? '' : await reply.text()]).toEqual([201, '']);
    return ((await reply.json()) as { id: string }).id;
  }

  /** How much of each item is in a warehouse, by the item's number. */
  async held(warehouse = 'Main'): Promise<ReadonlyMap<string, string>> {
    const where = encodeURIComponent(JSON.stringify([{ column: 'warehouse', is: 'is', to: warehouse }]));
    const { rows } = await this.ask<ListPage>(`lists/stock?where=${where}`);
    return new Map(rows.map(({ cells }) => [cells.number ?? '', cells.quantity ?? '0']));
  }

  async expectBooksToAgree(): Promise<void> {
    const balance = await this.ask<{ debit: string; credit: string; inventory: string; stock: string }>(
      'trial-balance?asOf=2027-12-31',
    );
    expect(balance.debit).toBe(balance.credit);
    expect(balance.inventory).toBe(balance.stock);
  }
}
