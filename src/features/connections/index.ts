export { ConnectionRecord } from "./connection-record";
