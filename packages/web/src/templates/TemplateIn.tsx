import { useRef } from 'react';
import { Button } from '@mui/material';
import { useNavigate } from 'react-router';
import { v4 as newId } from 'uuid';
import { fromFile, type Fault, type Result, type Template } from '@rapid-jig/core';
import { useOnce } from '../fields/use-once';
import { useServices } from '../use-services';
import { fetched } from '../shell/code';
import { useMake } from '../shell/use-make';
import { takenFromFile } from './copy';

/** A template from the text of a file, each field checked as the server would; the checks are fetched when first needed. */
async function templateIn(text: string): Promise<Result<Template, Fault<string>>> {
  const found = fromFile<Template>('template', text);
  if (!found.ok) return found;
  const { check, templateSchema } = await fetched(() => import('@rapid-jig/contract'));
  return check(templateSchema, found.value);
}

/** Takes in a template that another shop has saved as a file. */
export function TemplateIn() {
  const input = useRef<HTMLInputElement>(null);
  const { say } = useServices();
  const make = useMake();
  const navigate = useNavigate();
  const { isBusy, once } = useOnce();
  const take = async (file: File): Promise<void> => {
    const found = await templateIn(await file.text());
    if (!found.ok) {
      const { message, where, hint } = found.error;
      say(`${file.name}: ${message} (${where}) ${hint}`);
      return;
    }
    const template = takenFromFile(found.value, newId);
    if (await make.template(template, 0)) await navigate(`/templates/${template.id}`);
  };
  return (
    <>
      <Button disabled={isBusy} onClick={() => input.current?.click()}>
        A template from a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Template file"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void once(() => take(file));
          event.target.value = '';
        }}
      />
    </>
  );
}
