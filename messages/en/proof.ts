export const proof = {
  'proof.differs': '{count, plural, one {# difference was} other {# differences were}} found: the log names them.',
  'proof.not_done': 'The proof could not be done.',
} as const;
