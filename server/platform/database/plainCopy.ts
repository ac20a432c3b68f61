/** What stands in the store is handed out as the JSON it is kept as. */
export const plainCopy = <To>(value: unknown): To => JSON.parse(JSON.stringify(value)) as To;
