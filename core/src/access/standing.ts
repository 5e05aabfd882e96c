/** Who may call a route: whoever reaches the address, a member for what is theirs, whoever works at the desk, a coordinator. */
export type Caller = 'anyone' | 'member' | 'desk' | 'coordinator';

/** What those who work at the desk are to the library. */
export const ROLES = ['coordinator', 'volunteer'] as const;
export type Role = (typeof ROLES)[number];

/** What the sender of a request is to the library. */
export type Standing = 'nobody' | 'member' | Role;

export const ROLE_WORDS: Readonly<Record<Role, { readonly words: string; readonly may: string }>> = {
  coordinator: { words: 'coordinator', may: 'everything: people, settings, verdicts by hand, and taking back anybody’s step' },
  volunteer: { words: 'volunteer', may: 'all work at the desk, and taking back the own steps' },
};

const STANDINGS: Readonly<Record<Caller, readonly Standing[]>> = {
  anyone: ['nobody', 'member', 'volunteer', 'coordinator'],
  member: ['member'],
  desk: ['volunteer', 'coordinator'],
  coordinator: ['coordinator'],
};

/** Whether somebody of this standing may call a route for these. A member’s own page is nobody else’s, whatever their standing. */
export const mayCall = (who: Caller, standing: Standing): boolean => STANDINGS[who].includes(standing);
