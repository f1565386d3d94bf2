import { ref } from 'vue'

export type Theme = 'light' | 'dark' | 'sun'
const KEY = 'trellis.theme'

function kept(): Theme {
  const found = localStorage.getItem(KEY)
  if (found === 'light' || found === 'dark' || found === 'sun') return found
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

const theme = ref<Theme>('light')

/** Puts the kept theme on the page; called once before mounting. */
export function applyTheme(next: Theme = kept()): void {
  theme.value = next
  document.documentElement.dataset.theme = next
}

/** The page's theme: light, dark, or black on white for bright sun. */
export function useTheme() {
  function turn(): void {
    const next: Record<Theme, Theme> = { light: 'dark', dark: 'sun', sun: 'light' }
    localStorage.setItem(KEY, next[theme.value])
    applyTheme(next[theme.value])
  }
  return { theme, turn }
}
