import "@fontsource-variable/bitter";
import "@fontsource-variable/commissioner";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import type { ReactNode } from "react";

export const metadata: Metadata = {
  title: { default: "Wheatonomy", template: "%s, Wheatonomy" },
  description: "Plans a crop's season by its figures",
};
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get("theme")?.value;
  return (
    <html lang="en" {...(theme === "dark" || theme === "light" ? { "data-theme": theme } : {})}>
      <body>{children}</body>
    </html>
  );
}
