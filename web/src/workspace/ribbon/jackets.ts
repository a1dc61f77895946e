/** Colours that stand for the jackets of cable on screen and paper. */
export const jacketColours: Readonly<Record<string, string>> = {
  white: '#fdfdfb',
  yellow: '#f2cf3b',
  orange: '#e8862e',
  black: '#30363a',
  blue: '#7fb0e6',
};
