<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\People\Store\Postings;
use Jorvent\Platform\Database\Db;

/** Keeps a person findable: by what searches look at, and by what tells that they came before. Run in the transaction that changed either. */
final readonly class IndexCandidate
{
    public function __construct(private Db $db, private Postings $postings, private Profiles $profiles, private SamePerson $same)
    {
    }

    public function __invoke(int $candidate): void
    {
        $profile = $this->profiles->of([$candidate])[$candidate] ?? null;
        if (null !== $profile) {
            $this->same->keep($candidate);
        }
        $this->postings->put($candidate, $profile);
    }

    /**
     * Everyone anew.
     *
     * @param callable(int): void|null $tell people done
     */
    public function rebuild(?callable $tell = null): void
    {
        $this->db->transaction(fn () => $this->postings->build($this->db->int('SELECT coalesce(max(id), 0) FROM candidate'), $this->profiles->between(...), $tell ?? static fn (int $done): null => null));
    }
}
