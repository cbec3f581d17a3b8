/** What what leaves brings to the house. */
import { placeBoxes } from "./commands/boxes";
import { describeBuyer, joinBuyers } from "./commands/buyers";
import { backFromMarket, sendDispatch } from "./commands/dispatch";
import { closeOrder, takeOrder } from "./commands/orders";
import { setOwnerTerms } from "./commands/owners";
import { takeBack, vesselBack } from "./commands/returns";
import { sendJars } from "./commands/send-jars";
import { sendVessel } from "./commands/send-vessel";
import { WORDS } from "./words";

export const OUT = {
  commands: [
    sendJars,
    sendVessel,
    sendDispatch,
    backFromMarket,
    takeBack,
    vesselBack,
    describeBuyer,
    joinBuyers,
    placeBoxes,
    setOwnerTerms,
    takeOrder,
    closeOrder,
  ],
  words: WORDS,
} as const;
