import type { Knex } from "knex";
import { type DeviceRow, devices } from "../hot-room/records";
import { sealsNow, type Watched } from "../ledger/watch";
import { type Actor, crewNow } from "../people/records";

export interface SetUpView {
  readonly crew: readonly Actor[];
  readonly devices: readonly DeviceRow[];
  readonly seals: Watched;
}

export async function setUpView(db: Knex): Promise<SetUpView> {
  const [crew, known, seals] = await Promise.all([crewNow(db), devices(db), sealsNow(db)]);
  return { crew, devices: known, seals };
}
