<?php

declare(strict_types=1);

namespace Jorvent\People\Message;

use Jorvent\Messages\Mailing;
use Jorvent\People\ReadResume;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\NotBefore;
use Psr\Clock\ClockInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Contracts\Translation\TranslatorInterface;

/** What we have, and what we could not read and why. One sender is answered once a day. */
#[AsMessageHandler]
final readonly class AnswerMailHandler
{
    private const NO_RESUME = 'mail_without_resume';
    /** What is not told to a sender as a fault of their file. */
    private const NOT_TOLD = [self::NO_RESUME, 'forgotten_before', 'no_name_read'];
    private const LOOK_AGAIN_SECONDS = 3;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Mailing $mailing,
        private TranslatorInterface $words,
    ) {
    }

    public function __invoke(AnswerMail $message): void
    {
        $this->db->transaction(fn () => $this->answer($message->mail));
    }

    private function answer(int $id): void
    {
        $mail = $this->db->row(
            "SELECT m.locale, m.answered_at, v.content ->> 'from' AS sender, v.content ->> 'name' AS called
             FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE m.id = :id FOR UPDATE OF m",
            ['id' => $id],
        );
        $sender = $mail?->strOrNull('sender');
        if (null === $mail || null !== $mail->instantOrNull('answered_at') || null === $sender) {
            return;
        }
        $now = $this->clock->now();
        $files = $this->db->rows('SELECT name, state, refusal FROM intake_file WHERE mail_id = :id ORDER BY id', ['id' => $id]);
        if ([] !== array_filter($files, static fn (Record $f): bool => 'waiting' === $f->str('state'))) {
            throw new NotBefore($now->modify('+'.self::LOOK_AGAIN_SECONDS.' seconds'), $now);
        }
        if (!$this->answeredToday($id, $sender)) {
            $this->write($id, $sender, $mail->strOrNull('called') ?? '', $mail->str('locale'), $files);
        }
        $this->db->execute('UPDATE mail_in SET answered_at = :now WHERE id = :id', ['id' => $id, 'now' => $now]);
    }

    private function answeredToday(int $id, string $sender): bool
    {
        return 0 !== $this->db->int(
            "SELECT count(*) FROM mail_in m JOIN personal_value v ON v.id = m.personal_id
             WHERE m.id <> :id AND m.answered_at > :day AND v.content ->> 'from' = :sender",
            ['id' => $id, 'day' => $this->clock->now()->modify('-1 day'), 'sender' => $sender],
        );
    }

    /** @param list<Record> $files name, state, refusal */
    private function write(int $id, string $sender, string $called, string $locale, array $files): void
    {
        $refused = array_map(static fn (Record $f): ?string => $f->strOrNull('refusal'), $files);
        $failed = [];
        foreach ($files as $file) {
            if ('failed' === $file->str('state') && !\in_array($file->strOrNull('refusal'), self::NOT_TOLD, true)) {
                $limit = ['%limit%' => intdiv(ReadResume::MAX_BYTES, 1_000_000)];
                $why = $this->words->trans('error.'.$file->str('refusal'), $limit, 'candidate', $locale);
                $failed[] = '– '.$file->str('name').': '.$why;
            }
        }
        $template = match (true) {
            \in_array(self::NO_RESUME, $refused, true) => 'mail_in_none',
            [] === $failed => 'mail_in',
            default => 'mail_in_unread',
        };
        $key = 'mail-in-'.$id;
        $this->mailing->toAddress($key, 'mail_in', $id, $sender, $this->mailing->template($template, $locale), [
            'name' => '' === trim($called) ? $sender : explode(' ', trim($called))[0],
            'list' => [] === $failed ? '–' : implode("\n", $failed),
        ]);
        // the answer is theirs as the letter is, and goes with it
        $this->db->execute(
            'UPDATE personal_value a SET candidate_id = l.candidate_id
             FROM delivery o, mail_in m JOIN personal_value l ON l.id = m.personal_id
             WHERE o.key = :key AND a.id = o.personal_id AND m.id = :id',
            ['key' => $key, 'id' => $id],
        );
    }
}
