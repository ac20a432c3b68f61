/** What people answer, by what they were asked: written out, so that a thread reads like one. */
export interface Answered {
  readonly text: readonly string[];
  /** A file that comes with it, now and then. */
  readonly brings?: { readonly name: string; readonly category: string };
}

export const ANSWERS: Readonly<Record<string, Answered>> = {
  instructions: {
    text: [
      'Thank you for taking this on so quickly. The keys are with the harbour services, second hook from the left; just say whose they are.',
      'Good to hear from you. I should mention that the engine was last run in August and did not like it.',
      'Many thanks. Any day but a Wednesday suits us. I can be on board from first light if it helps.',
    ],
  },
  terms: {
    text: [
      'Signed and attached. Will the mast be looked at too?',
      'Please find the signed terms attached. We are glad it is you.',
      'Terms signed, with one small question: does the fee cover a second visit if the weather turns?',
    ],
    brings: { name: 'Terms, signed', category: 'Correspondence' },
  },
  'survey-day': {
    text: [
      'That day is fine. I shall bring the papers and a flask. Parking is behind the net loft.',
      'Noted with thanks. The yard says the slip is wet until ten, so boots would be wise.',
      'We will both be there. Floorboards are up already and most of the lockers are empty.',
    ],
  },
  'report-when': {
    text: [
      'Thank you for letting us know. No hurry on our side.',
      'Good to know. Could you say already whether the keel bolts are sound?',
    ],
  },
  report: {
    text: [
      'Thank you for being so clear. We would like the yard to start on the A items at once and leave the rest until spring.',
      'A very readable report. Two questions: is item B2 urgent, and would you look at the repair when it is done?',
      'Received with thanks. I have passed it to my insurer. The invoice will be paid this week.',
    ],
  },
  cover: {
    text: [
      'Thank you. We hold cover on the present terms while she is ashore, provided the batteries are off.',
      'Confirmed: cover goes on unchanged until the works are done. Please let us have the completion note.',
    ],
  },
  'lift-out': {
    text: [
      'We can do the morning tide. Crane rate is as last year; the slings are ours. Good for thirty days.',
      'The slot is yours. Please have someone on the quay an hour before.',
    ],
    brings: { name: 'Yard estimate', category: 'Estimate' },
  },
  chaser: {
    text: [
      'Apologies, this had slid under a pile of charts. You will have it tomorrow.',
      'Sorry to have kept you. We have decided to go ahead as you advise.',
    ],
  },
  loss: {
    text: [
      'Thank you. Please inspect as proposed and let us have your first figure by telephone.',
      'Noted. The excess on this policy is as you have it. We await your report.',
    ],
  },
  estimates: {
    text: [
      'Agreed. Please let the repairer begin, and send us the account when the work is passed.',
      'We think the second figure high. Could you ask for a breakdown of the hours?',
    ],
  },
  window: {
    text: [
      'Yes please, do apply. Early in the window suits us best.',
      'Thank you for the reminder, I had quite forgotten. Go ahead.',
    ],
  },
  'invoice-reminder': {
    text: [
      'Paid this morning, with apologies.',
      'It went by bank transfer last week; perhaps it has not reached you yet?',
    ],
  },
  closing: { text: ['Thank you for everything. We shall be back in five years, if not before.'] },
};

/** Letters that start a conversation from outside. */
export const OPENINGS: readonly { readonly subject: string; readonly text: string }[] = [
  {
    subject: 'Instruction',
    text: 'I should like a full survey before the season. She has been ashore since the autumn and I have had my doubts about the garboards. When could you come?',
  },
  {
    subject: 'Questions on the rig',
    text: 'Two things I am asked before Friday: the age of the standing rigging, and whether the forestay has been renewed. Could you tell me, or is it in the report?',
  },
  {
    subject: 'Access on Saturday',
    text: 'The harbour services will be closed on Saturday. If you need the keys, please collect them by Friday noon.',
  },
  {
    subject: 'Estimate',
    text: 'Please find our figure attached. It is good for thirty days and allows for two coats. The planking is extra if it is worse than it looks.',
  },
  {
    subject: 'A word about the engine',
    text: 'It started at the second try today, which is better than in spring. The smoke is blue rather than white now. Is that good?',
  },
  {
    subject: 'Photographs',
    text: 'Here are the pictures that you asked for. The light was poor, but the crack below the chainplate can be seen.',
  },
  {
    subject: 'Holiday',
    text: 'We shall be away for two weeks from Monday and cannot read letters at sea. Please telephone if anything cannot wait.',
  },
];

/** What the practice answers to letters that came unasked. */
export const OUR_ANSWERS: readonly string[] = [
  'Thank you for letting us know. It is noted on the matter, and we shall go by it.',
  'Many thanks. That answers one question; the other we shall look at when we are next on board.',
  'Thank you. I have put it with the papers and shall come back to you should anything be unclear.',
  'Noted with thanks. It changes nothing in our plans; you will hear from us as agreed.',
];

export const BLANK_ANSWERS: Readonly<Record<string, readonly string[]>> = {
  time: ['09:30', '10:00', 'low water, about 10:15', '14:00'],
  matters: [
    'she is sound, and two skin fittings should be renewed before she floats',
    'a good vessel with a tired rig',
    'the hull is better than the engine',
    'nothing needs to stop her season, though the keel bolts want watching',
  ],
  waitingFor: ['the signed terms', 'your decision on the A items', 'the yard’s figure', 'the ship’s papers'],
  view: [
    'We find the figures fair for the work described. The hours for the planking agree with what we saw.',
    'The first figure is reasonable; the second allows twice for the same scaffolding, which the yard has agreed to take out.',
  ],
  mast: ['in', 'out'],
};

export const RECOMMENDATIONS: readonly (readonly [grade: 'A' | 'B' | 'C', item: string])[] = [
  ['A', 'Keel bolts 3, 4 and 7 wasted at the nut'],
  ['A', 'Gas locker drains inboard'],
  ['A', 'Port seacock seized open'],
  ['B', 'Forestay swage shows hairline cracks'],
  ['B', 'Garboard seams open over a hand’s length'],
  ['B', 'Bilge pump float switch sticks'],
  ['B', 'Stern gland weeps more than it should'],
  ['C', 'Varnish of the coaming lifting'],
  ['C', 'Cabin lamp wiring not clipped'],
];

export const VESSELS: readonly (readonly [name: string, kind: string])[] = [
  ['Saltmarsh Wren', '14 m motor ketch'],
  ['Gilded Tern', '9 m gaff cutter'],
  ['Patient Margery', '11 m pilot cutter'],
  ['Hobnail', '7 m day boat'],
  ['Quiet Thunder', '12 m motor yacht'],
  ['Orla’s Errand', '10 m sloop'],
  ['Candlewick', '8 m yawl'],
  ['Brine Sparrow', '13 m ketch'],
  ['Second Breakfast', '9 m sloop'],
  ['Thistledown Again', '15 m schooner'],
  ['Mørkesild', '12 m colin archer'],
  ['Copper Kettle', '11 m trawler yacht'],
  ['Long Forgotten', '16 m barge'],
  ['Periwinkle Bess', '6 m launch'],
  ['Ashen Gull', '10 m cutter'],
  ['Winter Barley', '12 m sloop'],
  ['Marrow and Pith', '9 m catboat'],
  ['Halcyon Tuesday', '11 m ketch'],
  ['Small Mercy', '8 m sloop'],
  ['Nine Fathom Nell', '14 m workboat'],
  ['Driftwood Psalm', '10 m yawl'],
  ['Old Clementine', '13 m motor yacht'],
  ['Larkrise Fold', '9 m lugger'],
  ['Bramble Reach', '12 m cutter'],
  ['Tansy Blue', '8 m sloop'],
  ['Velvet Anchor', '17 m ketch'],
  ['The Honourable Company of Sandbank Pilots', '19 m pilot boat'],
  ['Pepperpot', '7 m launch'],
  ['Sorrel Dawn', '11 m sloop'],
  ['Kittiwake Lane', '9 m ketch'],
  ['Tin Drummer', '15 m workboat'],
  ['Lady Wintergreen', '12 m motor yacht'],
  ['Heron’s Patience', '8 m cutter'],
  ['Marigold Two', '10 m sloop'],
  ['Steadfast Plum', '13 m pilot cutter'],
  ['Ebb and Ember', '9 m gaffer'],
  ['Cloudberry', '7 m dayboat'],
  ['Parson’s Folly', '16 m ketch'],
  ['Whistling Kelp', '12 m sloop'],
  ['Bell of Ness', '18 m ferry'],
  ['Sixpenny Gale', '8 m yawl'],
  ['Umber Fox', '10 m trawler yacht'],
  ['Damson Sky', '11 m cutter'],
  ['Half a Crown', '6 m launch'],
  ['Northern Apple', '14 m schooner'],
  ['Seven Sisters’ Kettle', '9 m barge yacht'],
  ['Rook and Bishop', '12 m ketch'],
  ['Lantern Moth', '8 m sloop'],
  ['Oakum Rose', '10 m smack'],
  ['Tolland Bay', '13 m motor yacht'],
  ['Plover’s Share', '9 m cutter'],
  ['Grey Velveteen', '11 m sloop'],
  ['Wednesday’s Child', '12 m yawl'],
  ['Salt and Rye', '10 m ketch'],
  ['Fathom Five', '15 m dive boat'],
  ['Cherry Stone', '7 m launch'],
  ['Long Division', '14 m sloop'],
  ['Mother Shipwright', '17 m barge'],
  ['Icelander', '13 m colin archer'],
  ['Quince Harbour', '9 m sloop'],
];

export const BERTHS = [
  'Hallam Slip',
  'Thorne Quay',
  'the inner basin',
  'Copper Cove',
  'mooring 14, Sennet Pool',
  'the mud berth by the net loft',
];
export const CAUSES = [
  'she took the ground on the Outer Shoal and lay over on the ebb',
  'a trawler touched her quarter in the lock',
  'the mooring chain parted in the October gale',
  'fire in the engine space, put out by the crew',
];
export const CERTIFICATES = [
  'load line exemption',
  'small craft safety certificate',
  'passenger licence survey',
  'radio certificate',
];
