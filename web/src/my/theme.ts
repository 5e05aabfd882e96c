import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import inputtext from '@primeuix/themes/aura/inputtext';
import textarea from '@primeuix/themes/aura/textarea';
import { buttonLook, semantic } from '../base/palette.ts';

/** The controls of a member's page: those of the desk, as large as a thumb. Only what is used is listed. */
export const preset = definePreset(
  { ...base, components: { button, checkbox, inputtext, textarea } },
  {
    semantic,
    components: {
      button: { ...buttonLook, root: { ...buttonLook.root, paddingX: '0.9rem', paddingY: '0.6rem' } },
      checkbox: { root: { borderRadius: '3px', width: '24px', height: '24px' } },
    },
  },
);
