import { definePreset } from '@primeuix/themes';
import autocomplete from '@primeuix/themes/aura/autocomplete';
import badge from '@primeuix/themes/aura/badge';
import base from '@primeuix/themes/aura/base';
import button from '@primeuix/themes/aura/button';
import checkbox from '@primeuix/themes/aura/checkbox';
import chip from '@primeuix/themes/aura/chip';
import confirmdialog from '@primeuix/themes/aura/confirmdialog';
import css from '@primeuix/themes/aura/css';
import datatable from '@primeuix/themes/aura/datatable';
import dialog from '@primeuix/themes/aura/dialog';
import iconfield from '@primeuix/themes/aura/iconfield';
import inputnumber from '@primeuix/themes/aura/inputnumber';
import inputtext from '@primeuix/themes/aura/inputtext';
import menu from '@primeuix/themes/aura/menu';
import multiselect from '@primeuix/themes/aura/multiselect';
import paginator from '@primeuix/themes/aura/paginator';
import popover from '@primeuix/themes/aura/popover';
import progressbar from '@primeuix/themes/aura/progressbar';
import radiobutton from '@primeuix/themes/aura/radiobutton';
import ripple from '@primeuix/themes/aura/ripple';
import select from '@primeuix/themes/aura/select';
import selectbutton from '@primeuix/themes/aura/selectbutton';
import textarea from '@primeuix/themes/aura/textarea';
import toast from '@primeuix/themes/aura/toast';
import togglebutton from '@primeuix/themes/aura/togglebutton';
import toggleswitch from '@primeuix/themes/aura/toggleswitch';
import virtualscroller from '@primeuix/themes/aura/virtualscroller';

/** Of what is used, and of what that uses: a theme's tokens are all worked out before anything is shown. */
const components = {
  autocomplete,
  badge,
  button,
  checkbox,
  chip,
  confirmdialog,
  datatable,
  dialog,
  iconfield,
  inputnumber,
  inputtext,
  menu,
  multiselect,
  paginator,
  popover,
  progressbar,
  radiobutton,
  ripple,
  select,
  selectbutton,
  textarea,
  toast,
  togglebutton,
  toggleswitch,
  virtualscroller,
};
// Typed as a named export, given as the default one.
const aura = { ...base, components, css: css as unknown as string };

/** Dekkor's look for PrimeVue: warm paper, ink and yellow tape. */
export const theme = definePreset(aura, {
  primitive: { borderRadius: { none: '0', xs: '3px', sm: '4px', md: '5px', lg: '6px', xl: '6px' } },
  semantic: {
    primary: {
      50: '#fff8e3',
      100: '#ffedba',
      200: '#ffe08a',
      300: '#ffd25a',
      400: '#fbc22c',
      500: '#f5b301',
      600: '#d49a00',
      700: '#a87a00',
      800: '#7d5b00',
      900: '#5b4300',
      950: '#3a2b00',
    },
    transitionDuration: '0.12s',
    focusRing: { width: '2px', style: 'solid', color: '{text.color}', offset: '1px' },
    formField: {
      paddingX: '0.6rem',
      paddingY: '0.34rem',
      borderRadius: '{border.radius.md}',
      shadow: 'none',
      sm: { fontSize: '12px', paddingX: '0.5rem', paddingY: '0.25rem' },
    },
    colorScheme: {
      light: {
        surface: {
          0: '#fffdf9',
          50: '#faf7f1',
          100: '#f1ebdf',
          200: '#e6e0d4',
          300: '#d9d1c1',
          400: '#c7bda9',
          500: '#8a8170',
          600: '#6d6556',
          700: '#4b4438',
          800: '#332e25',
          900: '#25211a',
          950: '#16130e',
        },
        primary: { color: '#f5b301', contrastColor: '#25211a', hoverColor: '#fbc22c', activeColor: '#d49a00' },
        highlight: { background: '#ffedba', focusBackground: '#ffe08a', color: '#25211a', focusColor: '#25211a' },
        text: { color: '#25211a', hoverColor: '#16130e', mutedColor: '#6d6556', hoverMutedColor: '#4b4438' },
        formField: {
          background: '#fffdf9',
          borderColor: '#d9d1c1',
          hoverBorderColor: '#c7bda9',
          focusBorderColor: '#25211a',
          color: '#25211a',
          placeholderColor: '#6d6556',
          iconColor: '#6d6556',
          shadow: 'none',
        },
        content: { background: '#fffdf9', borderColor: '#d9d1c1', color: '#25211a', hoverBackground: '#f1ebdf' },
      },
      dark: {
        surface: {
          0: '#fffdf9',
          50: '#f4eee2',
          100: '#ded6c6',
          200: '#cfc6b5',
          300: '#b9b09e',
          400: '#8f8675',
          500: '#635c4e',
          600: '#474238',
          700: '#37332b',
          800: '#2a2721',
          900: '#211e19',
          950: '#14110d',
        },
        primary: { color: '#f5b301', contrastColor: '#25211a', hoverColor: '#fbc22c', activeColor: '#d49a00' },
        highlight: { background: '#4d3d10', focusBackground: '#5b4815', color: '#ffe9b0', focusColor: '#ffe9b0' },
        text: { color: '#f4eee2', hoverColor: '#fffdf9', mutedColor: '#b9b09e', hoverMutedColor: '#cfc6b5' },
        formField: {
          background: '#1b1915',
          borderColor: '#474238',
          hoverBorderColor: '#635c4e',
          focusBorderColor: '#f4eee2',
          color: '#f4eee2',
          placeholderColor: '#b9b09e',
          iconColor: '#b9b09e',
          shadow: 'none',
        },
        content: { background: '#2a2721', borderColor: '#474238', color: '#f4eee2', hoverBackground: '#37332b' },
        overlay: {
          select: { background: '#2a2721', borderColor: '#474238', color: '#f4eee2' },
          popover: { background: '#2a2721', borderColor: '#474238', color: '#f4eee2' },
          modal: { background: '#2a2721', borderColor: '#474238', color: '#f4eee2' },
        },
      },
    },
  },
  components: {
    button: {
      colorScheme: {
        light: {
          outlined: {
            secondary: {
              color: '#25211a',
              borderColor: '#c7bda9',
              hoverBackground: '#f1ebdf',
              activeBackground: '#e6e0d4',
            },
          },
        },
        dark: {
          outlined: {
            secondary: {
              color: '#f4eee2',
              borderColor: '#635c4e',
              hoverBackground: '#37332b',
              activeBackground: '#474238',
            },
          },
        },
      },
      root: {
        label: { fontWeight: '600' },
        paddingX: '0.8rem',
        paddingY: '0.36rem',
        sm: { fontSize: '12px', paddingX: '0.5rem', paddingY: '0.2rem' },
      },
    },
    togglebutton: {
      root: { padding: '0.2rem' },
      content: { checkedShadow: 'none', padding: '0.1rem 0.45rem' },
      colorScheme: {
        light: {
          root: {
            checkedBackground: '#25211a',
            checkedColor: '#fffdf9',
            checkedBorderColor: '#25211a',
            background: '#fffdf9',
            color: '#4b4438',
            borderColor: '#d9d1c1',
          },
          content: { checkedBackground: '#25211a' },
        },
        dark: {
          root: {
            checkedBackground: '#f4eee2',
            checkedColor: '#25211a',
            checkedBorderColor: '#f4eee2',
            background: '#1b1915',
            color: '#cfc6b5',
            borderColor: '#474238',
          },
          content: { checkedBackground: '#f4eee2' },
        },
      },
    },
  },
});
