import { z } from "zod";
import { guessMapping, readWeatherTable, WEATHER_COLUMNS } from "@/core/weather/read-weather-table";
import { Refused, requireAction } from "@/server/access";
import { inPractice } from "@/server/db";
import { MOST_BYTES, readWeatherFile } from "@/server/import/weather-file";
import { json, respond } from "@/server/respond";
import { importWeather } from "@/server/stations";

const column = z.number().int().min(0).max(500).nullable();
const body = z.strictObject({
  fileName: z.string().min(1).max(300),
  base64: z.string().max(Math.ceil(MOST_BYTES * 1.4)),
  mapping: z
    .strictObject({
      columns: z.strictObject(
        Object.fromEntries(WEATHER_COLUMNS.map((c) => [c, column])) as Record<
          (typeof WEATHER_COLUMNS)[number],
          typeof column
        >,
      ),
      dateOrder: z.enum(["yearMonthDay", "dayMonthYear", "monthDayYear"]),
      temperature: z.enum(["C", "F"]),
      rain: z.enum(["mm", "in"]),
      wind: z.enum(["m/s", "km/h", "mph"]),
      decimal: z.enum(["point", "comma"]),
      missing: z.array(z.string().max(20)).max(10),
      allowGaps: z.boolean(),
    })
    .optional(),
  replace: z.boolean().default(false),
  /** only look, put nothing in */
  look: z.boolean().default(false),
});

/** A file of measured weather: without a mapping its columns and a guess, with one what is wrong, or the days put in. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return respond(async () => {
    const access = await requireAction(request, "settings");
    const { id } = await params;
    if (!/^[0-9a-f-]{36}$/.test(id)) throw new Refused(404, "There is no such station.");
    const input = body.parse(await request.json());
    const file = readWeatherFile(Buffer.from(input.base64, "base64"));
    if (!file.ok)
      return json({ ok: false, problems: [{ line: null, column: null, given: "", message: file.message }] });
    if (!input.mapping)
      return json({
        ok: true,
        header: file.header,
        sample: file.rows.slice(0, 5),
        lines: file.rows.length,
        guess: guessMapping(file.header, file.rows.slice(0, 400)),
      });
    const read = readWeatherTable(file.rows, input.mapping, file.firstLine, access.today);
    if (!read.ok) return json({ ok: false, problems: read.problems.slice(0, 200), of: read.problems.length });
    if (input.look) {
      const first = read.days[0];
      const last = read.days.at(-1);
      return json({ ok: true, days: read.days.length, gaps: read.gaps, from: first?.date, to: last?.date });
    }
    const result = await inPractice(access, (client) =>
      importWeather(client, access, id, input.fileName, read.days, input.replace),
    );
    return json({ ok: true, ...result, gaps: read.gaps });
  });
}
