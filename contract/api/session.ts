import { PostingProgress } from '../commands.ts';
import { DOCUMENT_KINDS } from '../kinds/kinds.ts';
import { DraftRow, DraftView } from '../views/drafts.ts';
import { FirstSteps, Layout, Me, Preferences, SearchHit, Waiting } from '../views/me.ts';
import { exactly, oneOf, Text, Type } from '../figures.ts';
import { endpoint } from '../endpoint.ts';
import { byKey, Done, firstOf, list } from './parts.ts';

export const sessionEndpoints = {
  signIn: endpoint({
    method: 'post',
    path: '/session',
    summary: 'Sign in',
    allow: 'anyone',
    body: exactly({ email: Text(160), password: Text(200) }),
    reply: Me,
  }),
  start: endpoint({
    method: 'get',
    path: '/start',
    summary:
      'What the application begins with: who is signed in, null for nobody, and what stands on the page where people sign in',
    allow: 'anyone',
    reply: exactly({ me: Type.Union([Me, Type.Null()]), notice: Text(2000) }),
  }),
  signOut: endpoint({ method: 'delete', path: '/session', summary: 'Sign out', allow: 'signed-in', reply: Done }),
  changePassword: endpoint({
    method: 'put',
    path: '/session/password',
    summary: 'Change one’s own password; all other sessions end',
    allow: 'signed-in',
    body: exactly({ current: Text(200), password: Text(200) }),
    reply: Me,
  }),
  savePreferences: endpoint({
    method: 'put',
    path: '/session/preferences',
    summary: 'Say in which language one reads, and how one writes figures and days',
    allow: 'signed-in',
    body: Preferences,
    reply: Done,
  }),
  saveLayout: endpoint({
    method: 'put',
    path: '/session/layouts/:table',
    summary: 'Keep how one looks at the columns of a table',
    allow: 'signed-in',
    params: exactly({ table: Text(60) }),
    body: Layout,
    reply: Done,
  }),
  signOutEverywhere: endpoint({
    method: 'delete',
    path: '/sessions',
    summary: 'End all of one’s own sessions',
    allow: 'signed-in',
    reply: Done,
  }),
  posting: endpoint({
    method: 'get',
    path: '/postings/:id',
    summary: 'How far a long posting of one’s own is, by its key; nothing where none goes on',
    allow: 'signed-in',
    params: byKey,
    reply: exactly({ progress: Type.Union([PostingProgress, Type.Null()]) }),
  }),
  stopPosting: endpoint({
    method: 'delete',
    path: '/postings/:id',
    summary: 'Stop a long posting of one’s own before it writes anything; later it goes on to its end',
    allow: 'signed-in',
    params: byKey,
    reply: Done,
  }),
  resetPassword: endpoint({
    method: 'post',
    path: '/password-resets',
    summary: 'Set a password by a link that an administrator made; it works once',
    allow: 'anyone',
    body: exactly({ token: Text(100), password: Text(200) }),
    reply: exactly({ email: Text(160) }),
  }),
  me: endpoint({ method: 'get', path: '/session', summary: 'Who is signed in', allow: 'signed-in', reply: Me }),
  waiting: endpoint({
    method: 'get',
    path: '/waiting',
    summary: 'How much waits, by kind of work',
    allow: 'signed-in',
    reply: Waiting,
  }),
  firstSteps: endpoint({
    method: 'get',
    path: '/first-steps',
    summary: 'How far the company is set up, on the way to its first receipt',
    allow: 'signed-in',
    reply: FirstSteps,
  }),
  search: endpoint({
    method: 'get',
    path: '/search',
    summary: 'Documents, vendors, items and numbers from a paper',
    allow: 'signed-in',
    query: exactly({ find: Text(100) }),
    reply: list(SearchHit),
  }),
  drafts: endpoint({
    method: 'get',
    path: '/drafts',
    summary: 'One’s own drafts, without what was typed',
    allow: 'signed-in',
    reply: firstOf(DraftRow),
  }),
  draft: endpoint({
    method: 'get',
    path: '/drafts/:id',
    summary:
      'A draft; null where there is none that one may see: nothing is kept of it yet, or it was posted or discarded',
    allow: 'signed-in',
    params: byKey,
    reply: Type.Union([DraftView, Type.Null()]),
  }),
  saveDraft: endpoint({
    method: 'put',
    path: '/drafts/:id',
    summary: 'Keep a draft; its id becomes the key of the posting',
    largest: '512kb',
    allow: 'signed-in',
    params: byKey,
    body: exactly({
      kind: oneOf(DOCUMENT_KINDS),
      title: Text(120),
      body: Type.Unknown(),
      version: Type.Integer({ minimum: 0 }),
      command: Type.Optional(Type.Unknown({ description: 'The command that it stands for, where it is complete' })),
    }),
    reply: exactly({ version: Type.Integer() }),
  }),
  dropDraft: endpoint({
    method: 'delete',
    path: '/drafts/:id',
    summary: 'Throw a draft away',
    allow: 'signed-in',
    params: byKey,
    reply: Done,
  }),
} as const;
