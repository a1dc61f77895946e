/** Proposals worth comparing: what each holds dear, as rule values for that proposal alone. */
export const circuitTrials = [
  { name: 'By the house rules', says: 'As the rules of this job weigh it.', values: {} },
  {
    name: 'Least cable',
    says: 'A room may be divided where that saves cable.',
    values: { 'circuit.split': 0, 'circuit.dark': 'allow' },
  },
  {
    name: 'Rooms whole',
    says: 'A room’s outlets of one kind stay together.',
    values: { 'circuit.split': 600, 'circuit.dark': 'allow' },
  },
  {
    name: 'No room dark',
    says: 'A room with two lights has them on two circuits.',
    values: { 'circuit.dark': 'split' },
  },
] as const;
