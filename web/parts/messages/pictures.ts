/** Where a picture of a template or letter is fetched from, by what it holds. */
export const pictureUrl = (picture: string): string => `/api/v1/pictures/${picture}`;
