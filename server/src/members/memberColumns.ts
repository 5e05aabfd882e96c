import type * as yup from 'yup';
import { foldName, type memberForm, type myFactsForm } from '@esprel/core';

type Reach = Pick<
  yup.InferType<typeof myFactsForm>,
  'called' | 'place' | 'language' | 'email' | 'phone' | 'post' | 'contact' | 'consentFor'
>;

const said = (text: string | null | undefined): string | null => text?.trim() || null;

/** How somebody is reached, as the columns of a row. The day of consent is `consentOn`, and there is none without anything agreed to. */
export function reachColumns(body: Reach, consentOn: string): Record<string, string | null> {
  const agreed = [...new Set(body.consentFor ?? [])].sort();
  return {
    called: said(body.called),
    place: said(body.place),
    language: said(body.language),
    email: said(body.email),
    phone: said(body.phone),
    post: said(body.post),
    contact: said(body.contact),
    consent_on: agreed.length === 0 ? null : consentOn,
    consent_for: JSON.stringify(agreed),
  };
}

/** What a form of the desk says of a member, as the columns of a row. */
export function memberColumns(body: yup.InferType<typeof memberForm>, today: string): Record<string, string | null> {
  const name = body.name.trim();
  return { name, folded: foldName(name), ...reachColumns(body, body.consentOn ?? today), note: said(body.note) };
}
