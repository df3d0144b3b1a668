import { definePreset } from '@primeuix/themes';
import base from '@primeuix/themes/aura/base';
import badge from '@primeuix/themes/aura/badge';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import chip from '@primeuix/themes/aura/chip';
import css from '@primeuix/themes/aura/css';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import iconfield from '@primeuix/themes/aura/iconfield';
import inputtext from '@primeuix/themes/aura/inputtext';
import menu from '@primeuix/themes/aura/menu';
import multiselect from '@primeuix/themes/aura/multiselect';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import textarea from '@primeuix/themes/aura/textarea';
import toast from '@primeuix/themes/aura/toast';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

/** Of the library's theme only what is used. */
const USED = {
  ...base,
  components: {
    badge,
    button,
    checkbox,
    chip,
    datatable,
    dialog,
    iconfield,
    inputtext,
    menu,
    multiselect,
    select,
    selectbutton,
    textarea,
    toast,
    togglebutton,
    virtualscroller,
  },
  css: css as unknown as string,
};

/** Ink on paper: the component library in Eldrun's own look. Every pair of colors here keeps 4.5 : 1. */
export const THEME = definePreset(USED, {
  primitive: {
    borderRadius: { none: '0', xs: '0', sm: '0', md: '0', lg: '0', xl: '0' },
  },
  semantic: {
    transitionDuration: '0.1s',
    primary: {
      50: '#f4f6f5',
      100: '#e3e8e6',
      200: '#c7d0cc',
      300: '#a3b0ab',
      400: '#74837d',
      500: '#4a5a56',
      600: '#3a4844',
      700: '#2b3733',
      800: '#1f2a26',
      900: '#16211e',
      950: '#0d1412',
    },
    focusRing: { width: '2px', style: 'solid', color: '#16211e', offset: '1px' },
    colorScheme: {
      light: {
        surface: {
          0: '#ffffff',
          50: '#f7f9f8',
          100: '#eff2f0',
          200: '#dde3e0',
          300: '#c3ccc8',
          400: '#74837d',
          500: '#5b6a65',
          600: '#4a5a56',
          700: '#33413d',
          800: '#1f2a26',
          900: '#16211e',
          950: '#0d1412',
        },
        primary: {
          color: '#16211e',
          contrastColor: '#ffffff',
          hoverColor: '#33413d',
          activeColor: '#33413d',
        },
        highlight: {
          background: '#ffe873',
          focusBackground: '#ffe873',
          color: '#16211e',
          focusColor: '#16211e',
        },
        formField: {
          borderColor: '#5b6a65',
          hoverBorderColor: '#16211e',
          focusBorderColor: '#16211e',
          placeholderColor: '#5b6a65',
          invalidBorderColor: '#b3261e',
          invalidPlaceholderColor: '#b3261e',
          shadow: 'none',
        },
        text: { color: '#16211e', mutedColor: '#4a5a56', hoverMutedColor: '#33413d' },
      },
    },
    overlay: {
      modal: { shadow: 'none', borderRadius: '0' },
      popover: { shadow: 'none' },
      select: { shadow: 'none' },
    },
  },
  components: {
    dialog: { root: { borderColor: '#16211e' } },
    toast: {
      root: { borderWidth: '1px' },
      colorScheme: {
        light: {
          error: {
            background: '#ffffff',
            borderColor: '#b3261e',
            color: '#b3261e',
            detailColor: '#16211e',
            shadow: 'none',
          },
          success: {
            background: '#ffffff',
            borderColor: '#1b7f5c',
            color: '#146247',
            detailColor: '#16211e',
            shadow: 'none',
          },
          info: {
            background: '#ffffff',
            borderColor: '#4a5a56',
            color: '#16211e',
            detailColor: '#16211e',
            shadow: 'none',
          },
        },
      },
    },
  },
});
