import { attrName, type Component, type Json, type Prop, type Rule, type Slot } from '../model/index.js';
import type { Step } from '../edit/index.js';
import { partName, ruleSentence } from './sentences.js';

/** One change of an edition, in words, for a list of them. */
export function changeWords(c: Component, change: Json): string {
  const step = change as unknown as Step;
  const value = (v: Json): string =>
    v === null
      ? 'as it comes'
      : typeof v === 'string'
        ? v.replace(/^\{(.*)\}$/u, '$1')
        : JSON.stringify(v).slice(0, 60);
  switch (step.do) {
    case 'set':
      return step.field.startsWith('attrs.')
        ? `${partName(c, step.node)}: ${attrName(step.field.slice(6)).toLowerCase()} ${value(step.value)}`
        : `${partName(c, step.node)}: ${step.field}`;
    case 'rule':
      return ruleSentence(c, { when: step.when, set: { [step.node]: { [step.name]: step.value } } });
    case 'entry': {
      if (step.list === 'rules') return step.value ? ruleSentence(c, step.value as Rule) : 'a rule is gone';
      const what = step.list === 'props' ? 'property' : 'slot';
      const named = step.value as Prop | Slot | null;
      return named === null ? `the ${what} ${step.id} is gone` : `the ${what} ${named.name}`;
    }
    case 'about':
      return `its ${step.field}: ${value(step.value)}`;
    case 'insert':
      return `${step.nodes[step.root]?.name ?? step.nodes[step.root]?.type ?? 'a part'} is new`;
    case 'remove':
      return `${partName(c, step.node)} is gone`;
    case 'move':
      return `${partName(c, step.node)} stands elsewhere`;
    case 'override':
      return `${partName(c, step.node)}: ${step.value?.name ?? 'a setting'} ${step.value ? value(step.value.value) : 'as it comes'}`;
    // None of these is on the tree of an original.
    case 'appliedKits':
    case 'cell':
    case 'column':
    case 'contentName':
    case 'contentSet':
    case 'edition':
    case 'flow':
    case 'insertScreen':
    case 'kits':
    case 'moveScreen':
    case 'name':
    case 'original':
    case 'removeScreen':
    case 'row':
    case 'screenAppliedKits':
    case 'setScreen':
    case 'sheet':
    case 'situation':
      return 'a change';
  }
}
