/** What is said in parts, days. */
export const say = {
  tomorrowAt930: 'tomorrow at 9:30',
  noHourYet: 'no time yet: “9:30”, “2 pm”, “noon”',
  noTimeYetTomorrowAt: 'no time yet: “tomorrow at 9:30”, “4 pm on Monday”',
  n5MarchNextFriday: '5 March, next friday',
  noDayYet5March: 'no day yet: “5 March”, “next friday”, “+10 working days”',
  calendar: (label: string) => `Calendar: ${label}`,
};
