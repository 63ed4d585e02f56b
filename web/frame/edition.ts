const KEY = 'obolus-edition';

/** The light or the dark edition: as chosen, else as the system prefers. */
export function applyEdition(): void {
  const chosen = localStorage.getItem(KEY);
  const night = chosen ? chosen === 'night' : matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.edition = night ? 'night' : 'day';
}

export function turnEdition(): void {
  localStorage.setItem(KEY, document.documentElement.dataset.edition === 'night' ? 'day' : 'night');
  applyEdition();
}
