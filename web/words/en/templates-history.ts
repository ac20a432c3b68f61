/** What is said in templates, history. */
export const say = {
  routine: 'In the routine',
  chaserPlan: 'In the chaser plan',
  history: 'History',
  versions: 'Versions',
  version: (number: number) => `Version ${number}`,
  last: (name: string, counted: string, day: string) => `${name}: ${counted}, last ${day}`,
  time: 'time',
  whatDiffers: 'What differs',
  subject: 'Subject',
  wording: 'Wording',
  besides: 'Besides',
  goBackToVersion: 'Go back to version ',
  thereIsOneVersionSo: 'There is one version so far. Once the wording changes, what differs stands here.',
};
