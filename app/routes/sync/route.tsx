export default function X() { return null; }
