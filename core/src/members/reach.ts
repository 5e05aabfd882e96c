/** What a member can agree to be reached for. */
export const MESSAGE_PURPOSES = ['promises', 'packets', 'growing', 'days'] as const;
export type MessagePurpose = (typeof MESSAGE_PURPOSES)[number];

export const PURPOSE_OF_MESSAGE_WORDS: Readonly<Record<MessagePurpose, string>> = {
  promises: 'when seed is promised back',
  packets: 'when a packet is ready, or a name was put right',
  growing: 'to ask whether something could be grown',
  days: 'about swap days, and thanks after them',
};
