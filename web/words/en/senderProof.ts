import type { IncomingSummary } from '../../../contract/inTray.ts';

type Claimed = Pick<IncomingSummary, 'authenticated' | 'claimsOurs'> & {
  readonly from: { readonly address: string };
};

const domainOf = (address: string): string => address.slice(address.lastIndexOf('@') + 1);

/** What is said of a sender whom nothing proves: short for a line of a list, and whole; undefined where all is well. */
export function proofWords({
  authenticated,
  claimsOurs,
  from,
}: Claimed): { readonly mark: string; readonly detail: string } | undefined {
  if (authenticated === 'passed') return undefined;
  if (claimsOurs)
    return {
      mark: 'Says it is from you',
      detail: `It says it is from ${from.address}, one of your own addresses, and nothing proves it. Filed, it counts as received, not as sent.`,
    };
  if (authenticated === 'failed')
    return {
      mark: 'Sender not proven',
      detail: `Your mail server could not confirm that it is from ${domainOf(from.address)}. Check by another way before you act on it, above all where it names an account or asks for money.`,
    };
  return {
    mark: '',
    detail: `No mail server has confirmed that it is from ${domainOf(from.address)}.`,
  };
}
