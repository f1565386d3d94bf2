import Aura from '@primeuix/themes/aura'
import { definePreset } from '@primeuix/themes'

const chalk = {
  50: '#eef3fc',
  100: '#d5e1f7',
  200: '#b0c7f0',
  300: '#82a4e4',
  400: '#4f7cd2',
  500: '#2a5cbb',
  600: '#1f4fae',
  700: '#1a4190',
  800: '#163574',
  900: '#122a5b',
  950: '#0b1a3a',
}

/** Square, flat and quiet: chalk blue for actions, no shadows, corners of 3 px. */
export const Trellis = definePreset(Aura, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '3px', lg: '4px', xl: '4px' } },
  semantic: {
    primary: chalk,
    focusRing: { width: '2px', style: 'solid', color: '{primary.500}', offset: '2px' },
    formField: { paddingX: '0.55rem', paddingY: '0.4rem', shadow: 'none' },
    overlay: { select: { shadow: 'none' }, modal: { shadow: 'none', borderRadius: '4px' } },
  },
})
