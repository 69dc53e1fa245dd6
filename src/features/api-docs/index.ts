export { ApiDocs } from "./api-docs";
