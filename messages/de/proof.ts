import type { proof as en } from '../en/proof.ts';

export const proof: Record<keyof typeof en, string> = {
  'proof.differs':
    '{count, plural, one {# Abweichung wurde} other {# Abweichungen wurden}} gefunden: das Protokoll nennt sie.',
  'proof.not_done': 'Der Nachweis konnte nicht geführt werden.',
};
