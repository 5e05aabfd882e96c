import { definePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import datatable from '@primeuix/themes/aura/datatable';
import datepicker from '@primeuix/themes/aura/datepicker';
import dialog from '@primeuix/themes/aura/dialog';
import drawer from '@primeuix/themes/aura/drawer';
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
import { buttonLook, semantic } from '../base/palette.ts';

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
      drawer,
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
    semantic,
    components: {
      datatable: {
        headerCell: { padding: '0.35rem 0.5rem', background: 'transparent', borderColor: '#d9d2c3' },
        bodyCell: { padding: '0.4rem 0.5rem', borderColor: '#e6dfd0' },
        row: { background: 'transparent', hoverBackground: '#fbf7ee' },
      },
      timeline: { eventMarker: { borderColor: '#b8ad98', size: '11px', content: { size: '5px', background: '#2b4a78' } } },
      dialog: { root: { borderRadius: '3px', background: '#fffefb', borderColor: '#cfc5b1' }, title: { fontSize: '1.3rem' } },
      drawer: { root: { background: '#fffefb', borderColor: '#cfc5b1' }, title: { fontSize: '1.3rem' } },
      tooltip: { root: { background: '#20282f', color: '#fffefb', borderRadius: '3px', padding: '0.35rem 0.6rem' } },
      progressbar: { root: { height: '14px', borderRadius: '3px', background: '#e7dfcf' } },
      checkbox: { root: { borderRadius: '3px', width: '20px', height: '20px' } },
      radiobutton: { root: { width: '20px', height: '20px' } },
      splitter: { root: { background: 'transparent', borderColor: 'transparent' }, gutter: { background: '#d9d2c3' } },
      skeleton: { root: { background: '#efe9dc', animationBackground: 'rgba(255,254,251,0.6)' } },
      button: buttonLook,
    },
  },
);
