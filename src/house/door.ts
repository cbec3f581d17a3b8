/** The one door screens and routes come in by: they never see the database's own folder. */
import { database, listen } from "@/db";

export const houseDatabase = database;
export const hearEntries = listen;
