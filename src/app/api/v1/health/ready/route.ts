import { GET as health } from "../route";

export const dynamic = "force-dynamic";

/** Ready is what answers with its records; a server that is about to end says otherwise before this is asked. */
export const GET = (): Promise<Response> => health();
