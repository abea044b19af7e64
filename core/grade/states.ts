import { meaningsOf } from '../match/index.js';
import {
  kitRef,
  type Component,
  type Json,
  type Kit,
  type Prop,
  type Override,
  type StateName,
  type World,
} from '../model/index.js';
import { looksOf, resolveSample } from '../resolve/index.js';

/** What somebody has to see, whatever else is so. */
const MUST_SHOW = ['selected', 'checked', 'invalid'];
/** The values of what is on or off: a flag’s, or those of a choice that says which of its options is which. */
function offAndOn(prop: Prop): readonly [off: Json, on: Json] | null {
  if (prop.kind === 'flag') return [false, true];
  const [off, on] = ['off', 'on'].map((means) => prop.options?.find((o) => o.means === means)?.id);
  return off !== undefined && on !== undefined ? [off, on] : null;
}

/**
 * In which states a component no longer tells what it tells at rest: “hover: current or not is the same”. Somebody who presses a
 * thing has the pointer on it, and would see nothing come of that. (WCAG 2.2, 1.4.11: what is needed to identify states.)
 * @returns undefined: there is nothing that it has to tell, or nothing that it is in
 */
export function lostInStates(world: World, kit: Kit, c: Component): readonly string[] | undefined {
  const ref = `${kitRef(kit)}/${c.id}`;
  const { props, states } = c.contract;
  const flags = props.flatMap((prop) => {
    const values = meaningsOf(prop).some((m) => MUST_SHOW.includes(m)) ? offAndOn(prop) : null;
    return values ? [{ prop, values }] : [];
  });
  if (flags.length === 0 || states.length === 0) return undefined;
  return flags.flatMap(({ prop, values }) => {
    const differs = (state: StateName | null): boolean => {
      const [off, on] = values.map((value) => {
        const overrides: readonly Override[] = [{ home: ref, at: [], kind: 'prop', name: prop.id, value }];
        return looksOf(resolveSample(world, ref, overrides, state ? { states: { sample: [state] } } : {}));
      });
      return off !== on;
    };
    // What shows only together with another property is not asked for here.
    if (!differs(null)) return [];
    // Nobody has to mend what is switched off.
    const wrong = meaningsOf(prop).includes('invalid');
    const asked = states.filter((s) => !(wrong && s === 'disabled'));
    return asked.flatMap((s) => (differs(s) ? [] : [`${s}: ${prop.name.toLowerCase()} or not is the same`]));
  });
}
