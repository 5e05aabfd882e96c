import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import dialog from '@primeuix/themes/aura/dialog';
import inputtext from '@primeuix/themes/aura/inputtext';
import message from '@primeuix/themes/aura/message';
import progressbar from '@primeuix/themes/aura/progressbar';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import select from '@primeuix/themes/aura/select';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import { buttonLook, semantic } from '../base/palette.ts';

/** The controls of a swap desk: those of the library's own desk. Only what is used is listed. */
export const preset = definePreset(
  { ...base, components: { button, checkbox, dialog, inputtext, message, progressbar, radiobutton, select, togglebutton } },
  {
    semantic,
    components: {
      dialog: { root: { borderRadius: '3px', background: '#fffefb', borderColor: '#cfc5b1' }, title: { fontSize: '1.3rem' } },
      progressbar: { root: { height: '14px', borderRadius: '3px', background: '#e7dfcf' } },
      checkbox: { root: { borderRadius: '3px', width: '20px', height: '20px' } },
      button: buttonLook,
    },
  },
);
