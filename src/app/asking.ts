import { cookies } from "next/headers";
import { connection } from "next/server";
import { cache } from "react";
import { type Asking, askingNow } from "@/house/access/asking";
import { whoComes } from "@/house/access/sign-in";
import { houseDatabase } from "@/house/door";

/** Who looks at this screen, as the server found out; where none stands in front, by the cookie alone. */
export const askingHere = cache(async (): Promise<Asking> => {
  await connection();
  return (
    askingNow() ??
    whoComes(houseDatabase(), {
      cookie: (await cookies()).toString(),
      authorization: null,
      address: "nowhere",
      here: false,
      secure: false,
    })
  );
});
