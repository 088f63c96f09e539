type Theme = 'light' | 'dark';
const KEY = 'violet-jaw theme';

function stored(): Theme | null {
  const value = localStorage.getItem(KEY);
  return value === 'light' || value === 'dark' ? value : null;
}

export function currentTheme(): Theme {
  return document.documentElement.dataset.bsTheme === 'dark' ? 'dark' : 'light';
}

/** Day shift or night shift: what was chosen last, else what the system prefers. */
export function startTheme(): void {
  document.documentElement.dataset.bsTheme =
    stored() ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');
}

export function switchTheme(): Theme {
  const next = currentTheme() === 'dark' ? 'light' : 'dark';
  document.documentElement.dataset.bsTheme = next;
  localStorage.setItem(KEY, next);
  return next;
}
