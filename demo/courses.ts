import type { MatterType } from '../core/model/matter.ts';
import { PRE_PURCHASE, SUPERVISION } from './laterMatters.ts';
import type { Later } from './laterMatters.ts';
import {
  certificateRenewal,
  conditionSurvey,
  damageClaim,
  prePurchase,
  yardSupervision,
} from './matterTypes.ts';

export type StepKey = string;

export interface Course {
  readonly type: MatterType;
  readonly prefix: string;
  /** What such matters hold, where that is told apart. */
  readonly later?: Later;
  /** What is sent in the course of such a matter, with the days since what came before. */
  readonly steps: readonly (readonly [step: StepKey, days: number])[];
}

export const SURVEY: Course = {
  type: conditionSurvey,
  prefix: 'SV',
  steps: [
    ['instructions', 1],
    ['terms', 3],
    ['survey-day', 9],
    ['report-when', 12],
    ['report', 6],
    ['cover', 4],
    ['lift-out', 5],
    ['chaser', 14],
    ['invoice-reminder', 21],
    ['closing', 30],
  ],
};
const CLAIM: Course = {
  type: damageClaim,
  prefix: 'DC',
  steps: [
    ['instructions', 1],
    ['loss', 2],
    ['estimates', 16],
    ['chaser', 12],
    ['closing', 40],
  ],
};
const RENEWAL: Course = {
  type: certificateRenewal,
  prefix: 'CR',
  steps: [
    ['instructions', 2],
    ['window', 4],
    ['chaser', 20],
    ['invoice-reminder', 25],
    ['closing', 20],
  ],
};
const PURCHASE: Course = {
  type: prePurchase,
  prefix: 'PP',
  later: PRE_PURCHASE,
  steps: [
    ['instructions', 1],
    ['inspection-day', 3],
    ['defects', 7],
    ['after-talk', 2],
    ['short-thanks', 5],
    ['chaser', 9],
    ['invoice-reminder', 21],
    ['closing', 16],
  ],
};
const SUPERVISING: Course = {
  type: yardSupervision,
  prefix: 'YS',
  later: SUPERVISION,
  steps: [
    ['instructions', 1],
    ['visit', 14],
    ['variation', 5],
    ['visit', 14],
    ['chaser', 10],
    ['visit', 14],
    ['variation', 4],
    ['visit', 14],
    ['chaser', 8],
    ['yard-thanks', 20],
    ['invoice-reminder', 15],
    ['closing', 20],
  ],
};
export const COURSES = [SURVEY, SURVEY, CLAIM, SURVEY, RENEWAL];
/** The kinds of matter that the practice took on later come from here on. */
export const FIRST_COURSES = 28;
const LONGER_CLAIM: Course = {
  ...CLAIM,
  steps: [
    ['instructions', 1],
    ['loss', 2],
    ['estimate-asked', 6],
    ['photographs', 5],
    ['estimates', 12],
    ['chaser', 9],
    ['time-limit', 20],
    ['short-thanks', 12],
    ['closing', 25],
  ],
};
const LONGER_RENEWAL: Course = {
  ...RENEWAL,
  steps: [
    ['instructions', 2],
    ['window', 4],
    ['chaser', 12],
    ['renewal-applied', 8],
    ['registry', 6],
    ['short-thanks', 10],
    ['invoice-reminder', 15],
    ['closing', 20],
  ],
};
export const LATER_COURSES = [PURCHASE, SURVEY, SUPERVISING, LONGER_CLAIM, SURVEY, LONGER_RENEWAL];
