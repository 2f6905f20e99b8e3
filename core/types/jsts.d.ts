/** The few members of the topology library that the core calls. */
declare const anything: any;
export default anything;
