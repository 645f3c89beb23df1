<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/** Writes what an advert says in another language than English. */
final readonly class SaveAdvertText
{
    public function __construct(
        private Db $db,
        private PostingRepository $postings,
        private RichText $rich,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @param int $seen the version that was edited; 0 for a new one */
    public function __invoke(int $requisition, string $locale, string $title, string $html, int $seen, int $by): void
    {
        $html = $this->rich->clean($html);
        $this->db->transaction(function () use ($requisition, $locale, $title, $html, $seen, $by): void {
            $text = $this->postings->heldText($requisition, $locale);
            $now = $this->clock->now();
            if (null !== $text) {
                $text->change($title, $html, $seen, $by, $now);
            } elseif (0 === $seen) {
                $this->postings->add(new AdvertText($requisition, $locale, $title, $html, $by, $now));
            } else {
                throw Refused::because('saved_by_another');
            }
            $change = ['language' => $locale];
            $this->log->record('advert.text_saved', 'requisition', $requisition, $requisition, change: $change);
        }, 'saved_by_another');
    }
}
