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

/** Cool grey-green from paper to ink. */
const stone = {
  0: '#ffffff',
  50: '#f4f7f5',
  100: '#e9eeeb',
  200: '#cdd7d1',
  300: '#b4c2bb',
  400: '#8a9b93',
  500: '#5f6f68',
  600: '#46554f',
  700: '#2f3c37',
  800: '#1f2b26',
  900: '#14211d',
  950: '#0b110e',
}

/** Square, flat and quiet: chalk blue for actions, no shadow under a sheet, corners of 3 and 4 px. */
export const Trellis = definePreset(Aura, {
  primitive: { borderRadius: { none: '0', xs: '2px', sm: '3px', md: '3px', lg: '4px', xl: '4px' } },
  semantic: {
    primary: chalk,
    focusRing: { width: '2px', style: 'solid', color: '{primary.500}', offset: '2px' },
    formField: {
      paddingX: '8px',
      paddingY: '4px',
      shadow: 'none',
      sm: { fontSize: '14px', paddingX: '8px', paddingY: '4px' },
    },
    overlay: { select: { shadow: 'none' }, modal: { shadow: 'none', borderRadius: '4px' } },
    colorScheme: {
      light: {
        surface: stone,
        primary: {
          color: '{primary.600}',
          contrastColor: '#ffffff',
          hoverColor: '{primary.700}',
          activeColor: '{primary.800}',
        },
        text: { color: '{surface.900}', mutedColor: '{surface.600}' },
        formField: { borderColor: '{surface.400}', hoverBorderColor: '{surface.600}', color: '{surface.900}' },
      },
      dark: {
        surface: stone,
        primary: { color: '#9dbcf7', contrastColor: '#0b1a3a', hoverColor: '#b9d0fa', activeColor: '#d3e1fc' },
        text: { color: '#eef4f0', mutedColor: '#b4c3bb' },
        formField: {
          background: '{surface.900}',
          borderColor: '#5c6f66',
          hoverBorderColor: '#8fa19a',
          color: '#eef4f0',
        },
        content: { background: '{surface.800}', borderColor: '#3a4a43' },
      },
    },
  },
  components: {
    button: {
      root: {
        paddingX: '12px',
        paddingY: '5px',
        gap: '6px',
        label: { fontWeight: '600' },
        sm: { fontSize: '13px', paddingX: '9px', paddingY: '3px' },
      },
      colorScheme: {
        light: {
          text: { danger: { color: '#a3261a' } },
          outlined: {
            secondary: { borderColor: '{surface.400}', color: '{primary.600}', hoverBackground: '{surface.100}' },
          },
        },
        dark: {
          text: { danger: { color: '#ff9e90' } },
          outlined: { secondary: { borderColor: '#5c6f66', color: '#9dbcf7', hoverBackground: '#2a3a33' } },
        },
      },
    },
  },
})
