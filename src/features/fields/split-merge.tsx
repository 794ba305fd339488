"use client";

import { Plus, Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import type { FieldSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { TextField } from "@/ui/text-field";
import { WrittenValue } from "@/ui/written-value";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";

type Field = FieldSheet["field"];
interface Part {
  key: number;
  name: string;
  areaHa: number;
}

const KEPT =
  "History and soil tests go with the ground. Plans that were made stay with what is retired and can still be read.";

/** Makes several fields of one: named, measured, and cut along a bearing where there is a boundary. */
export function SplitField({ field, id, onClose }: { field: Field; id: string; onClose: () => void }) {
  const router = useRouter();
  const { split, read, show } = useUnits();
  const half = Math.round((field.areaHa / 2) * 10_000) / 10_000;
  const [parts, setParts] = useState<Part[]>([
    { key: 1, name: `${field.name} 1`, areaHa: half },
    { key: 2, name: `${field.name} 2`, areaHa: field.areaHa - half },
  ]);
  const [bearing, setBearing] = useState("0");
  const [said, setSaid] = useState<string | null>(null);
  const left = field.areaHa - parts.reduce((sum, p) => sum + p.areaHa, 0);
  const change = (key: number, to: Partial<Part>) => setParts(parts.map((p) => (p.key === key ? { ...p, ...to } : p)));
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const bearingDeg = Number(bearing.trim().replace(",", ".") || "0");
    if (!(bearingDeg >= 0 && bearingDeg <= 360)) {
      setSaid(`Bearing: ${bearing} given, allowed is 0 to 360 degrees.`);
      return;
    }
    const reply = await send("POST /api/fields/split", {
      body: { fieldId: id, parts: parts.map(({ name, areaHa }) => ({ name: name.trim(), areaHa })), bearingDeg },
    });
    if (!reply.ok) {
      setSaid(reply.reason);
      return;
    }
    onClose();
    router.refresh();
  };
  return (
    <Dialog open onOpenChange={onClose} title={`Split ${field.name}`} description={KEPT}>
      <form onSubmit={(event) => void save(event)} noValidate className="grid gap-3">
        <ul>
          {parts.map((part, i) => (
            <li key={part.key} className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b border-line py-1.5">
              <input
                aria-label={`Name of part ${i + 1}`}
                className="writes w-[14em] max-w-full grow text-left font-normal"
                value={part.name}
                maxLength={60}
                onChange={(e) => change(part.key, { name: e.currentTarget.value })}
              />
              <WrittenValue
                label={`Area of part ${i + 1}`}
                text={split(part.areaHa, "area").number}
                suffix={split(1, "area").unit}
                width="5em"
                read={read(`Area of part ${i + 1}`, "area", { above: 0, max: field.areaHa })}
                onValue={(areaHa) => change(part.key, { areaHa })}
              />
              {parts.length > 2 && (
                <Button
                  look="quiet"
                  aria-label={`Leave out part ${i + 1}`}
                  onClick={() => setParts(parts.filter((p) => p.key !== part.key))}
                >
                  <Trash2 size={14} aria-hidden />
                </Button>
              )}
            </li>
          ))}
        </ul>
        <p className="text-[13px] text-soft">
          {Math.abs(left) < 0.0005
            ? `Together ${show(field.areaHa, "area")}, the whole field.`
            : left > 0
              ? `${show(left, "area")} are left over.`
              : `${show(-left, "area")} more than the field has.`}{" "}
          {parts.length < 8 && (
            <Button
              look="quiet"
              onClick={() =>
                setParts([
                  ...parts,
                  {
                    key: Math.max(...parts.map((p) => p.key)) + 1,
                    name: `${field.name} ${parts.length + 1}`,
                    areaHa: Math.max(0.0001, left),
                  },
                ])
              }
            >
              <Plus size={13} aria-hidden className="mr-1 inline" />
              One more part
            </Button>
          )}
        </p>
        {Boolean(field.boundary) && (
          <TextField
            label="Bearing of the cut, degrees"
            help="0 leads north, 90 east; the first part lies left of it. The boundary is cut to the areas above."
            className="w-24"
            inputMode="decimal"
            value={bearing}
            onChange={(e) => setBearing(e.currentTarget.value)}
          />
        )}
        {said && (
          <p role="alert" className="text-stop">
            {said}
          </p>
        )}
        <Button look="main" type="submit" className="touch justify-self-start">
          Split it
        </Button>
      </form>
    </Dialog>
  );
}

/** Makes one field of this one and others of its farm. */
export function MergeFields({
  field,
  id,
  beside,
  onClose,
}: {
  field: Field;
  id: string;
  beside: FieldSheet["beside"];
  onClose: () => void;
}) {
  const router = useRouter();
  const { show } = useUnits();
  const [name, setName] = useState(field.name);
  const [chosen, setChosen] = useState<string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const areaHa = beside.filter((b) => chosen.includes(b.id)).reduce((sum, b) => sum + b.areaHa, field.areaHa);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (chosen.length === 0) {
      setSaid("Fields: none chosen; at least one is needed.");
      return;
    }
    const reply = await send("POST /api/fields/merge", { body: { fieldIds: [id, ...chosen], name: name.trim() } });
    if (reply.ok) router.push(`/fields/${reply.value.id}`);
    else setSaid(reply.reason);
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={`Merge ${field.name} with others`}
      description={`${KEPT} Soil is that of the largest field; what differs on the others stands in the new field's note.`}
    >
      <form onSubmit={(event) => void save(event)} noValidate className="grid gap-3">
        <fieldset>
          <legend className="text-[13px] text-soft">Fields of {field.farm}</legend>
          {beside.map((b) => (
            <label key={b.id} className="touch flex items-center gap-2 border-b border-line py-1">
              <input
                type="checkbox"
                checked={chosen.includes(b.id)}
                onChange={(e) =>
                  setChosen(e.currentTarget.checked ? [...chosen, b.id] : chosen.filter((c) => c !== b.id))
                }
              />
              <b>{b.name}</b>
              <span className="ml-auto">{show(b.areaHa, "area")}</span>
            </label>
          ))}
        </fieldset>
        <TextField
          label="Name of the new field"
          value={name}
          maxLength={60}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <p className="text-[13px] text-soft">Together {show(areaHa, "area")}.</p>
        {said && (
          <p role="alert" className="text-stop">
            {said}
          </p>
        )}
        <Button look="main" type="submit" className="touch justify-self-start">
          Merge them
        </Button>
      </form>
    </Dialog>
  );
}

/** What a field came of, and what it became. */
export function Descent({ from, into }: FieldSheet["descent"]) {
  const links = (list: FieldSheet["descent"]["from"]) =>
    list.map((f, i) => (
      <span key={f.id}>
        {i > 0 && ", "}
        <Link href={`/fields/${f.id}`} className="text-action underline underline-offset-2">
          {f.name}
        </Link>
      </span>
    ));
  return (
    <>
      {from.length > 0 && <p className="text-[13px]">Formed from {links(from)}.</p>}
      {into.length > 0 && <p className="text-[13px]">Now {links(into)}.</p>}
    </>
  );
}
