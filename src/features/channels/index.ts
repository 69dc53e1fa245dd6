export { ChannelPage } from "./channel-page";
