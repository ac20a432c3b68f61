export const pathOf = (token: string): string => `/api/v1/calendars/${token}.ics`;
