import type { Component } from 'vue';
import type { PropKind } from '../../core/index.js';
import ChoiceControl from './ChoiceControl.vue';
import ColourControl from './ColourControl.vue';
import ComponentControl from './ComponentControl.vue';
import FlagControl from './FlagControl.vue';
import IconControl from './IconControl.vue';
import ImageControl from './ImageControl.vue';
import ListControl from './ListControl.vue';
import NumberControl from './NumberControl.vue';
import TextControl from './TextControl.vue';

/** One control for each kind of prop. A kind without one does not compile. */
export const CONTROLS: Readonly<Record<PropKind, Component>> = {
  text: TextControl,
  flag: FlagControl,
  choice: ChoiceControl,
  number: NumberControl,
  icon: IconControl,
  image: ImageControl,
  colour: ColourControl,
  component: ComponentControl,
  list: ListControl,
};
export { isWide } from './wide.js';
export { tokenWords, type Held } from './control.js';
