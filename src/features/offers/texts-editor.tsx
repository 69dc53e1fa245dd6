"use client";

import type { Offer } from "@/core/setup/offer";
import { DraftSwitch, DraftText, useDraft, useDraftValue } from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";

type Names = NonNullable<Offer["names"]>;

/** What customers read: the name and its translations, the text, and whether the offer is in use. */
export function TextsEditor({ offer, path }: { readonly offer: Offer; readonly path: string }) {
  const { mayEdit } = useDraft();
  const own = useDraftValue<Names>(`${path}/names`, offer.names);
  const names = own.value ?? {};
  const store = (next: Names) => own.onCommit(Object.keys(next).length === 0 ? undefined : next);
  return (
    <>
      <DraftText label="Name" path={`${path}/name`} value={offer.name} />
      <div data-path={`${path}/names`}>
        {Object.entries(names).map(([language, name]) => (
          <EditField
            key={language}
            label={`In ${languageName(language)}`}
            path={`${path}/names/${language}`}
            value={name}
            readOnly={!mayEdit}
            placeholder="leave it empty to remove it"
            onCommit={(typed) => {
              const { [language]: _, ...others } = names;
              return store(typed.trim() === "" ? others : { ...names, [language]: typed.trim() });
            }}
          />
        ))}
        {mayEdit && (
          <EditField
            key={Object.keys(names).length}
            label="Another language"
            width="20rem"
            placeholder="et: Koju kätte"
            value=""
            onCommit={(typed) => {
              const [, language, name] =
                /^\s*([A-Za-z]{2,3}(?:-[A-Za-z0-9]+)*)\s*[:=]\s*(.+?)\s*$/.exec(typed) ?? [];
              if (language === undefined || name === undefined)
                return Promise.resolve({
                  ok: false,
                  text: "Write the language's code, a colon, the name: et: Koju kätte.",
                });
              return store({ ...names, [language.toLowerCase()]: name });
            }}
          />
        )}
      </div>
      <DraftText
        label="Text"
        path={`${path}/text`}
        value={offer.text}
        optional
        width="30rem"
        placeholder="shown to the customer"
      />
      <DraftSwitch label="In use" path={`${path}/active`} value={offer.active} />
    </>
  );
}

const languages = new Intl.DisplayNames(["en"], { type: "language" });

function languageName(code: string): string {
  try {
    return languages.of(code) ?? code;
  } catch {
    return code;
  }
}
