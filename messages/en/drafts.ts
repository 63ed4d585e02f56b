export const drafts = {
  'drafts.drafts': 'Drafts',
  'drafts.discard': 'discard',
  'drafts.discard_named': 'Discard {title}',
  'drafts.at_rate': '{name}, at {rate}',
  'drafts.terms_due': 'Terms: due {day}',
  'drafts.terms_usual': '{name}, as usual',
  'drafts.usual': 'as usual',
  'drafts.another_bill': 'Why it is another bill',
  'drafts.look_at_it': 'Look at it',
  'drafts.posted': '{number} is posted.',
  'drafts.named': '{kind}: {title}',
  'drafts.overtaken': 'What this browser kept of the draft was overtaken by a later one, which is shown.',
} as const;
