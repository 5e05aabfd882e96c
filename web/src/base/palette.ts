/** Colours that always mean the same; desk.css has them as custom properties too. */
const ink = {
  50: '#f2f4f8',
  100: '#e2e8f2',
  200: '#c5d0e3',
  300: '#98abcb',
  400: '#5f7aa8',
  500: '#2b4a78',
  600: '#243f67',
  700: '#1d3455',
  800: '#172a45',
  900: '#122136',
  950: '#0c1725',
};
const paper = {
  0: '#fffefb',
  50: '#fbf9f3',
  100: '#f3eee2',
  200: '#e7dfcf',
  300: '#cfc5b1',
  400: '#8d8778',
  500: '#5d6770',
  600: '#4b545c',
  700: '#20282f',
  800: '#1a2127',
  900: '#13181c',
  950: '#0c0f12',
};

/** How controls look, on the desk and on a member’s page. */
export const semantic = {
  transitionDuration: '0.08s',
  primary: ink,
  focusRing: { width: '3px', style: 'solid', color: '#8a5a00', offset: '1px' },
  formField: {
    paddingX: '0.6rem',
    paddingY: '0.45rem',
    borderRadius: '3px',
    focusRing: { width: '3px', style: 'solid', color: '#e4c98f', offset: '0' },
  },
  list: { padding: '0.2rem', gap: '0', option: { padding: '0.55rem 0.6rem', borderRadius: '2px' } },
  overlay: { select: { borderRadius: '3px', shadow: '0 6px 18px rgba(50, 40, 20, 0.18)' } },
  colorScheme: {
    light: {
      surface: paper,
      formField: {
        borderColor: '#8d8778',
        hoverBorderColor: '#5d6770',
        focusBorderColor: '#2b4a78',
        invalidBorderColor: '#a63d2f',
        invalidPlaceholderColor: '#a63d2f',
        placeholderColor: '#5d6770',
        shadow: 'none',
      },
    },
  },
} as const;

/** Buttons like cut card. */
export const buttonLook = {
  root: {
    borderRadius: '3px',
    paddingX: '0.85rem',
    paddingY: '0.5rem',
    gap: '0.6rem',
    label: { fontWeight: '600' },
    focusRing: { width: '3px', offset: '1px' },
  },
  colorScheme: {
    light: {
      root: {
        primary: { focusRing: { color: '#8a5a00' } },
        secondary: {
          background: '#fffefb',
          hoverBackground: '#f3eee2',
          activeBackground: '#e7dfcf',
          borderColor: '#cfc5b1',
          hoverBorderColor: '#8d8778',
          activeBorderColor: '#8d8778',
          color: '#20282f',
          hoverColor: '#20282f',
          activeColor: '#20282f',
          focusRing: { color: '#8a5a00' },
        },
      },
    },
  },
} as const;
