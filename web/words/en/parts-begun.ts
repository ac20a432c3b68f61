/** What is said in parts, begun. */
export const say = {
  youBeganThisAtIt: (day: string, day2: string) =>
    `You began this ${day} at ${day2}. It is saved on this computer. · `,
  startAgainFromNothing: 'Start again from nothing',
};
