import { Link } from "@/ui/link";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1>Nothing of that name is here</h1>
      <p className="my-4">The tag, lot or page may be mistyped, or what stated it was undone.</p>
      <Link className="do" href="/">
        To today
      </Link>
    </main>
  );
}
