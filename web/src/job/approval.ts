/** How the way to the client's page is called, wherever it is offered. */
import type { View } from "../api/client";

export function sayApproval({ agreed }: View["job"]): string {
  return agreed ? "Approved by the client" : "Show to the client, for approval";
}
