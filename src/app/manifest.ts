import type { MetadataRoute } from "next";

/** What a tablet needs to put the house among its own applications. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: "Aumbry",
    short_name: "Aumbry",
    description: "The honey house's cupboard.",
    id: "/",
    start_url: "/",
    scope: "/",
    display: "standalone",
    background_color: "#f1eee6",
    theme_color: "#2a2420",
    icons: [
      { src: "/icons/192.png", sizes: "192x192", type: "image/png", purpose: "any" },
      { src: "/icons/512.png", sizes: "512x512", type: "image/png", purpose: "any" },
      { src: "/icons/maskable.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
  };
}
