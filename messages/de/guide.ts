import type { guide as en } from '../en/guide.ts';

export const guide: Record<keyof typeof en, string> = {
  'guide.title': 'Anleitung',
  'guide.chapters': 'Kapitel der Anleitung',
  'guide.whole': 'Dieses Kapitel in der Anleitung öffnen',
  'guide.explain': 'Was ist das: {what}',
};
