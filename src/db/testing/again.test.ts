import { afterAll, beforeAll, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { asItIs, makeAsItWas } from "./again";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse({ own: true });
});
afterAll(() => house.close());

it("a database that was worked in is to the row and the number what it was, and is worked in as if it were new", async () => {
  const was = await asItIs(house.owner);
  const work = async () => {
    await house.equip();
    await house.pull(41, 10);
    await house.act("start-batch", { supers: "41" });
    const filled = await house.act("fill-pail", { batch: 1, pail: "2", grossKg: 6.2 });
    await house.act("undo", { entry: filled.entry });
    return house.db("entry").orderBy("id").select("id", "say");
  };
  const done = await work();
  expect(done.length).toBeGreaterThan(8);
  expect(await asItIs(house.owner)).not.toEqual(was);
  await makeAsItWas(house.owner, was);
  expect(await asItIs(house.owner)).toEqual(was);
  // Numbers begin anew, and the guards are up again.
  expect(await work()).toEqual(done);
  await expect(house.db.raw("delete from movement")).rejects.toMatchObject({ code: "42501" });
  await expect(house.owner.raw("update entry set say = 'x' where id = 1")).rejects.toThrow();
});
