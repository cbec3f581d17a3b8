/** The one door screens and routes come in by: they never see the database's own folder. */
import { closeDatabase, database, listen, recordsAnswer, recordsFailedWithin, writingDatabase } from "@/db";
import { unitsOfTheHouse } from "./ledger/records/house";

/** For reading. */
export const houseDatabase = database;
/** For commands and rehearsals, which wait for each other and leave readers their way. */
export const houseWriting = writingDatabase;
export const hearEntries = listen;
export const houseAnswers = recordsAnswer;
export const houseFailedWithin = recordsFailedWithin;
/** Lets go of the records, when all is said. */
export const leaveHouse = closeDatabase;
/** The units and styles the house reads in. */
export const houseUnits = () => unitsOfTheHouse(database());
