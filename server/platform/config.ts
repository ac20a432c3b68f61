/** Everything that is set from outside. Read once, at the start; nothing else looks at the environment. */
export interface Config {
  readonly host: string;
  readonly port: number;
  readonly dataFolder: string;
  /** The built web application; absent while it is served by the development server. */
  readonly webFolder: string | undefined;
  /** Signs in the principal at once and offers everybody else. Never set where real people work. */
  readonly demo: boolean;
  /** Further host names under which browsers reach the server (a proxy's). */
  readonly hostNames: readonly string[];
  /** The address, without a path, under which people outside reach the pages that messages lead to; none is made without it. */
  readonly answerUrl: string | undefined;
  /** Who can sign in to a practice that has nobody yet. */
  readonly firstPerson:
    { readonly name: string; readonly email: string; readonly password: string } | undefined;
  /** Mail hosts, the one for everything first. */
  readonly smtp: readonly SmtpSettings[];
  /** Certificates (PEM) of authorities that the practice trusts for its mail hosts, beside those known to Node.js. */
  readonly mailAuthorities: readonly string[];
  /** The mailbox that is read; absent where mail comes by filing addresses alone. */
  readonly mailbox: MailboxSettings | undefined;
  /** Where mail for matters’ own addresses is taken; absent where none arrives here. */
  readonly filingPort: number | undefined;
  /** By how much the waits between tries are stretched; 1 but for trying things out. */
  readonly retryScale: number;
  /** Where text messages are handed over; without it none can go. */
  readonly textGatewayUrl: string | undefined;
  /** Where answers to text messages are asked for; without it none come in. */
  readonly textRepliesUrl: string | undefined;
  /** The printer's address (IPP over `http://`); without it letters are kept as files alone. */
  readonly printerUrl: string | undefined;
  /** Where the stand-in mail host shows its mailboxes. */
  readonly mailboxesUrl: string | undefined;
  /** How many proxies of the practice's own stand before the server: what they say of who asks is believed. */
  readonly proxies: number;
  /** Whether browsers reach it over HTTPS alone: cookies are marked so, and browsers are told to stay with it (RFC 6797). */
  readonly https: boolean;
  readonly logLevel: string;
}

export interface MailboxSettings {
  readonly host: string;
  readonly port: number;
  /** TLS from the first byte (port 993), by STARTTLS and never without, or by STARTTLS where it is offered. */
  readonly security: 'implicit' | 'starttls' | 'offered';
  readonly user: string;
  readonly password: string;
  readonly mailbox: string;
}

export interface SmtpSettings {
  readonly host: string;
  readonly port: number;
  /** TLS from the first byte (`implicit`, port 465), by STARTTLS and never without, where it is offered, or none at all. */
  readonly security: 'implicit' | 'starttls' | 'offered' | 'none';
  readonly user: string | undefined;
  readonly password: string | undefined;
  /** Addresses, or domains as `@practice.example`, whose mail it carries; the first host carries all else. */
  readonly carries: readonly string[];
  /** The most messages it takes in a minute. */
  readonly perMinute: number | undefined;
}
