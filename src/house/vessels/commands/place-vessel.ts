import { z } from "zod";
import { text } from "../../language/fields";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneVessel } from "../records";

export const placeVessel = defineCommand({
  name: "place-vessel",
  summary: "Say where a vessel stands",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ vessel: vesselName("The vessel"), place: text("Where it stands", 40) }),
  async run(work, input) {
    const vessel = await oneVessel(work.tx, input.vessel.kind, input.vessel.tag, "vessel");
    const name = `${vessel.kind} ${vessel.tag}`;
    await work.restOn(vessel, `${name} stands somewhere`);
    await work.note("vessel_place", { vessel_id: vessel.id, place: input.place });
    return { name, place: input.place };
  },
  say: ({ name, place }) => `${capital(name)} stands in: ${place}.`,
});
