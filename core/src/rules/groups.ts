import { nth } from '../lookups/index.ts';
import type { RuleId } from './catalogue.ts';

/** What comes before the dot of a rule's id: what the rule is about. */
export type RuleGroup = RuleId extends `${infer Group}.${string}` ? Group : never;

/** Groups of rules by what they are called, in the order of the catalogue. A group without a name does not compile. */
export const ruleGroups: Readonly<Record<RuleGroup, string>> = {
  spacing: 'Receptacle spacing',
  height: 'Heights',
  box: 'Boxes',
  framing: 'Framing',
  drill: 'Drilling',
  bore: 'Bores',
  staple: 'Staples',
  end: 'Cable ends',
  run: 'Runs',
  bend: 'Bends',
  circuit: 'Circuits',
  protect: 'Protection',
  makeup: 'Make-up',
  label: 'Labels',
  control: 'Switches and lights',
  panel: 'Panels',
  shape: 'Shape of circuits',
  route: 'Routes',
  coil: 'Coils',
  cost: 'Cost',
  minutes: 'Minutes',
  closed: 'Closed walls',
};

/** The group a rule belongs to. */
export const groupOfRule = (id: RuleId): RuleGroup => nth(id.split('.'), 0) as RuleGroup;
