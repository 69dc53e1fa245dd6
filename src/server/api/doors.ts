import "server-only";
import type { OpenDoor } from "./door";
import { getItems, putItems } from "./item-doors";
import { getMetrics } from "./metrics";
import {
  chargeOrder,
  getOrder,
  getOrders,
  patchOrder,
  postCancel,
  postConfirm,
  postCredit,
  postDispatch,
  postOrder,
  postOrders,
  postReopen,
} from "./order-doors";
import { quoteBatchDoor } from "./quote-batch";
import { quotesDoor } from "./quotes";
import { getFindings, getRevisions, getSetup, postRevision, putSetup, restoreRevision } from "./setup-doors";
import {
  deleteJob,
  deleteSuspension,
  getJob,
  getSuspensions,
  postReplay,
  postSuspension,
} from "./work-doors";
import { deleteWebhook, getDeliveries, getWebhooks, postWebhook } from "./webhook-doors";

export type Method = "get" | "post" | "put" | "patch" | "delete";

/** All doors of the API by address and method: what is written about them is made from this, and so can't drift. */
export const doors: Readonly<Record<string, Partial<Record<Method, OpenDoor>>>> = {
  "/quotes": { post: quotesDoor },
  "/quotes/batch": { post: quoteBatchDoor },
  "/setup": { get: getSetup, put: putSetup },
  "/revisions": { get: getRevisions, post: postRevision },
  "/revisions/{number}/restore": { post: restoreRevision },
  "/orders": { get: getOrders, post: postOrder },
  "/orders/batch": { post: postOrders },
  "/orders/{number}": { get: getOrder, patch: patchOrder },
  "/orders/{number}/charge": { post: chargeOrder },
  "/orders/{number}/confirm": { post: postConfirm },
  "/orders/{number}/reopen": { post: postReopen },
  "/orders/{number}/cancel": { post: postCancel },
  "/orders/{number}/dispatches": { post: postDispatch },
  "/orders/{number}/credits": { post: postCredit },
  "/items": { get: getItems, put: putItems },
  "/findings": { get: getFindings },
  "/metrics": { get: getMetrics },
  "/replays": { post: postReplay },
  "/jobs/{id}": { get: getJob, delete: deleteJob },
  "/suspensions": { get: getSuspensions, post: postSuspension },
  "/suspensions/{id}": { delete: deleteSuspension },
  "/webhooks": { get: getWebhooks, post: postWebhook },
  "/webhooks/{id}": { delete: deleteWebhook },
  "/webhooks/{id}/deliveries": { get: getDeliveries },
};
