import { nth } from '../lookups/index.ts';
import type { RuleId } from './catalogue.ts';

/** What comes before the dot of a rule's id: what the rule is about. */
export type RuleGroup = BeforeDot<RuleId>;
type BeforeDot<Id> = Id extends `${infer Group}.${string}` ? Group : Id;

/** What each group of rules is called. A group without a name does not compile. */
export const ruleGroups: Readonly<Record<RuleGroup, string>> = {
  spacing: 'Receptacle spacing',
  density: 'Receptacles beyond the spacing',
  wet: 'Receptacles near water',
  counter: 'Counters',
  bath: 'Bathrooms',
  hall: 'Halls',
  foyer: 'Foyers',
  garage: 'Garages',
  outdoor: 'Out of doors',
  bench: 'Benches',
  appliance: 'Appliances',
  height: 'Heights',
  box: 'Boxes',
  align: 'Boxes in line',
  rated: 'Fire-rated walls',
  trim: 'Trim',
  reach: 'Reach',
  light: 'Lights',
  switch: 'Switches',
  control: 'Switches and lights',
  alarm: 'Alarms',
  data: 'Data and television',
  framing: 'Framing',
  drill: 'Drilling',
  groove: 'Grooves in foam block',
  bore: 'Bores',
  staple: 'Staples',
  end: 'Cable ends',
  bend: 'Bends',
  run: 'Runs',
  route: 'Routes',
  circuit: 'Circuits',
  panel: 'Panels',
  shape: 'Shape of circuits',
  protect: 'Protection',
  makeup: 'Make-up',
  label: 'Labels',
  coil: 'Coils',
  parts: 'Small parts',
  cost: 'Cost',
  minutes: 'Minutes',
  crew: 'Crew and days',
};

/** The group a rule belongs to. */
export const groupOfRule = (id: RuleId): RuleGroup => nth(id.split('.'), 0) as RuleGroup;
