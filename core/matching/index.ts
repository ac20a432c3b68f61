export { likelyType } from './likelyType.ts';
export type { TypeSample } from './likelyType.ts';
export { matchMail, filesItself } from './match.ts';
export type { FilingRule, Suggestion } from './match.ts';
export type { ReasonCode } from './evidence.ts';
export type { IncomingMail } from './incomingMail.ts';
export { correspondentsIn } from './incomingMail.ts';
export { candidatesIn } from './matchInput.ts';
export type { CandidateMatter, MailCandidates, MatchFacts } from './matchInput.ts';
