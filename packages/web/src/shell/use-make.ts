import { useNavigate } from 'react-router';
import type { Run, Template } from '@rapid-jig/core';
import { useServices } from '../use-services';
import { newEntry } from '../documents/entry';
import type { Outcome } from '../documents/outbox';

/** Making new things: each is sent once, and gone to when it is there. */
export interface Make {
  /** Makes a run and goes to it. */
  run(doc: Run): Promise<void>;
  /** Makes a template, or writes one over the version that was read; true where it is there now. */
  template(doc: Template, version: number): Promise<boolean>;
}

export function useMake(): Make {
  const { outbox, say } = useServices();
  const navigate = useNavigate();
  /** Says why a thing is not there; the outbox keeps what could not be sent. */
  const isThere = (outcome: Outcome): boolean => {
    if (outcome.fate === 'later')
      say('The program does not answer. What you made is kept in this browser, and made when it is back.');
    else if (outcome.fate === 'refused' || outcome.fate === 'conflict')
      say(`${outcome.fault.message} ${outcome.fault.hint}`);
    return outcome.fate === 'sent';
  };
  const put = async (kind: 'run' | 'template', doc: Run | Template, base: number): Promise<boolean> => {
    const entry = newEntry({
      kind: 'document',
      label: doc.name,
      lane: `${kind} ${doc.id}`,
      path: `/${kind}s/${doc.id}`,
      formKind: kind,
      body: doc,
      base,
    });
    outbox.put(entry);
    const outcome = await outbox.next(entry.id);
    if (outcome.fate === 'refused' || outcome.fate === 'conflict') outbox.discard(entry.id);
    return isThere(outcome);
  };
  return {
    run: async (doc) => {
      if (await put('run', doc, 0)) await navigate(`/runs/${doc.id}`);
    },
    template: (doc, version) => put('template', doc, version),
  };
}
