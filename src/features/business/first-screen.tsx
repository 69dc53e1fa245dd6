"use client";

import dynamic from "next/dynamic";

/** The first screen of an empty business. The head of every page may have to show it; it is loaded where it is shown. */
export const FirstScreen = dynamic(() =>
  import("./business-start").then(({ BusinessStart }) => BusinessStart),
);
