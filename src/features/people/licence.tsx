"use client";

import { type FormEvent, useState } from "react";
import { formatDay, type IsoDate } from "@/core/dates";
import type { Licence } from "@/core/records/licence";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { TextField } from "@/ui/text-field";
import { WrittenDate } from "../shared/written-date";

export const NO_LICENCE: Licence = { number: "", issuer: "", endsOn: null };

/** Number, issuer and end of a licence, as they are written down. */
export function LicenceFields({
  licence,
  today,
  onChange,
}: {
  licence: Licence;
  today: IsoDate;
  onChange: (licence: Licence) => void;
}) {
  return (
    <>
      <TextField
        label="Licence number"
        maxLength={80}
        value={licence.number}
        onChange={(event) => onChange({ ...licence, number: event.currentTarget.value })}
      />
      <TextField
        label="Issued by"
        maxLength={200}
        required={licence.number.trim() !== ""}
        value={licence.issuer}
        onChange={(event) => onChange({ ...licence, issuer: event.currentTarget.value })}
      />
      <span className="grid gap-1">
        <span className="text-[13px] text-soft">Valid until</span>
        <WrittenDate
          label="Valid until"
          day={licence.endsOn}
          today={today}
          onDay={(endsOn) => onChange({ ...licence, endsOn })}
          onClear={() => onChange({ ...licence, endsOn: null })}
        />
      </span>
    </>
  );
}

/** The licence of a member, in words, and the form behind it. */
export function LicenceOf({
  name,
  licence,
  today,
  onChange,
}: {
  name: string;
  licence: Licence | null;
  today: IsoDate;
  onChange: (licence: Licence | null) => Promise<boolean>;
}) {
  const [open, setOpen] = useState(false);
  const [draft, setDraft] = useState(NO_LICENCE);
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (await onChange(draft.number.trim() === "" ? null : draft)) setOpen(false);
  };
  return (
    <span className="flex flex-wrap items-baseline gap-x-2">
      {licence && (
        <span>
          <b>{licence.number}</b>
          <span className="block text-[13px] text-soft">
            {licence.issuer || "issuer not recorded"},{" "}
            {licence.endsOn ? (
              <span className={licence.endsOn < today ? "text-stop" : ""}>
                {licence.endsOn < today ? "expired on" : "until"} {formatDay(licence.endsOn, true)}
              </span>
            ) : (
              "no expiry date recorded"
            )}
          </span>
        </span>
      )}
      <Button
        look="quiet"
        aria-label={`Licence of ${name}`}
        onClick={() => {
          setDraft(licence ?? NO_LICENCE);
          setOpen(true);
        }}
      >
        {licence ? "Change" : "Add a licence"}
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={`Licence of ${name}`}
        description="Treatments are signed under this licence while it is valid. Clear the number to remove it: what was signed under it then no longer counts for plans that are not issued."
      >
        <form onSubmit={(event) => void save(event)} className="grid gap-3">
          <LicenceFields licence={draft} today={today} onChange={setDraft} />
          <Button look="main" type="submit">
            Save the licence
          </Button>
        </form>
      </Dialog>
    </span>
  );
}
