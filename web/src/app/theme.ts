import { definePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import datatable from '@primeuix/themes/aura/datatable';
import datepicker from '@primeuix/themes/aura/datepicker';
import dialog from '@primeuix/themes/aura/dialog';
import fileupload from '@primeuix/themes/aura/fileupload';
import inputtext from '@primeuix/themes/aura/inputtext';
import message from '@primeuix/themes/aura/message';
import popover from '@primeuix/themes/aura/popover';
import progressbar from '@primeuix/themes/aura/progressbar';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import skeleton from '@primeuix/themes/aura/skeleton';
import splitter from '@primeuix/themes/aura/splitter';
import textarea from '@primeuix/themes/aura/textarea';
import timeline from '@primeuix/themes/aura/timeline';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import tooltip from '@primeuix/themes/aura/tooltip';
import tree from '@primeuix/themes/aura/tree';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

/** Colours that always mean the same; styles.css has them as custom properties too. */
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

/**
 * The controls of the desk: square paper fields with a firm ink line, buttons like cut card. Only the components
 * that are used are listed, which keeps the style sheet of the others out of the bundle.
 */
export const preset = definePreset(
  {
    ...base,
    components: {
      autocomplete,
      button,
      checkbox,
      datatable,
      datepicker,
      dialog,
      fileupload,
      inputtext,
      message,
      popover,
      progressbar,
      radiobutton,
      select,
      selectbutton,
      skeleton,
      splitter,
      textarea,
      timeline,
      togglebutton,
      tooltip,
      tree,
      virtualscroller,
    },
  },
  {
    semantic: {
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
    },
    components: {
      datatable: {
        headerCell: { padding: '0.35rem 0.5rem', background: 'transparent', borderColor: '#d9d2c3' },
        bodyCell: { padding: '0.4rem 0.5rem', borderColor: '#e6dfd0' },
        row: { background: 'transparent', hoverBackground: '#fbf7ee' },
      },
      timeline: { eventMarker: { borderColor: '#b8ad98', size: '11px', content: { size: '5px', background: '#2b4a78' } } },
      dialog: { root: { borderRadius: '3px', background: '#fffefb', borderColor: '#cfc5b1' }, title: { fontSize: '1.3rem' } },
      tooltip: { root: { background: '#20282f', color: '#fffefb', borderRadius: '3px', padding: '0.35rem 0.6rem' } },
      progressbar: { root: { height: '14px', borderRadius: '3px', background: '#e7dfcf' } },
      checkbox: { root: { borderRadius: '3px', width: '20px', height: '20px' } },
      radiobutton: { root: { width: '20px', height: '20px' } },
      splitter: { root: { background: 'transparent', borderColor: 'transparent' }, gutter: { background: '#d9d2c3' } },
      skeleton: { root: { background: '#efe9dc', animationBackground: 'rgba(255,254,251,0.6)' } },
      button: {
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
      },
    },
  },
);
