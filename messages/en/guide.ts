export const guide = {
  'guide.title': 'Guide',
  'guide.chapters': 'Chapters of the guide',
  'guide.whole': 'Open this chapter in the guide',
  'guide.explain': 'What is this: {what}',
} as const;
