import { guessMapping, readWeatherTable } from "@/core/weather/read-weather-table";
import { Refused } from "@/server/access/access";
import { route } from "@/server/respond";
import { hasStation, importWeather } from "@/server/stations/stations";
import { inPractice } from "@/server/storage/db";
import { readSent } from "@/server/storage/file-queue";

/** A file of measured weather: without a mapping its columns and a guess, with one what is wrong, or the days put in. */
export const POST = route(
  "POST /api/stations/{id}/weather",
  "settings",
  async ({ access, path: { id = "" }, body }) => {
    if (!(await inPractice(access, (client) => hasStation(client, access, id))))
      throw new Refused(404, "There is no such station.");
    const file = await readSent("weather", Buffer.from(body.base64, "base64"));
    if (!body.mapping)
      return {
        ok: true,
        step: "columns",
        header: file.header,
        sample: file.rows.slice(0, 5),
        lines: file.rows.length,
        guess: guessMapping(file.header, file.rows.slice(0, 400)),
      };
    const read = readWeatherTable(file.rows, body.mapping, file.firstLine, access.today);
    if (!read.ok) return { ok: false, problems: read.problems.slice(0, 200), of: read.problems.length };
    if (body.look) {
      const [from, to] = [read.days[0]?.date, read.days.at(-1)?.date];
      return { ok: true, step: "looked", days: read.days.length, gaps: read.gaps, from, to };
    }
    const result = await inPractice(access, (client) =>
      importWeather(client, access, id, body.fileName, read.days, body.replace),
    );
    return { ok: true, step: "taken", ...result, gaps: read.gaps };
  },
);
