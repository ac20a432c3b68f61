/** What is said in templates, matters. */
export const say = {
  startARound: 'Start a round',
  whereItCanBeUsed: 'Where it can be used',
  template: 'Template',
  readyWithBlanksNot: (ready: number, blanks: number, unavailable: number) =>
    `${ready} ready · ${blanks} with blanks · ${unavailable} not`,
  needsAMatter: ' · needs a matter',
  canGoWithoutOne: ' · can be sent without a matter too',
  ready: 'ready',
  blank: 'blank',
};
