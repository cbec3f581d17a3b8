import { openApi } from "@/house/openapi";

export const GET = (): Response => Response.json(openApi());
