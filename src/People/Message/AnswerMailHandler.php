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

/** Answers a mail when every file it brought was read: what we have, and what we could not read and why. One sender is answered once a day. */
#[AsMessageHandler]
final readonly class AnswerMailHandler
{
    public function __construct(private Db $db, private ClockInterface $clock, private Mailing $mailing, private TranslatorInterface $words)
    {
    }

    public function __invoke(AnswerMail $message): void
    {
        $this->db->transaction(fn () => $this->answer($message->mail));
    }

    private function answer(int $id): void
    {
        $mail = $this->db->row("SELECT m.id, m.locale, m.answered_at, v.content ->> 'from' AS sender, v.content ->> 'name' AS called FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE m.id = :id FOR UPDATE OF m", ['id' => $id]);
        if (null === $mail || null !== $mail->instantOrNull('answered_at') || null === $mail->strOrNull('sender')) {
            return;
        }
        $now = $this->clock->now();
        $files = $this->db->rows('SELECT name, state, refusal FROM intake_file WHERE mail_id = :id ORDER BY id', ['id' => $id]);
        if ([] !== array_filter($files, static fn (Record $f): bool => 'waiting' === $f->str('state'))) {
            throw new NotBefore($now->modify('+3 seconds'), $now);
        }
        $answeredToday = 0 !== $this->db->int("SELECT count(*) FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE m.id <> :id AND m.answered_at > :day AND v.content ->> 'from' = :s", ['id' => $id, 'day' => $now->modify('-1 day'), 's' => $mail->str('sender')]);
        if (!$answeredToday) {
            $locale = $mail->str('locale');
            $failed = array_values(array_filter($files, static fn (Record $f): bool => 'failed' === $f->str('state') && 'mail_without_resume' !== $f->strOrNull('refusal') && 'forgotten_before' !== $f->strOrNull('refusal') && 'no_name_read' !== $f->strOrNull('refusal')));
            $none = [] !== array_filter($files, static fn (Record $f): bool => 'mail_without_resume' === $f->strOrNull('refusal'));
            $why = static fn (Record $f): string => '– '.$f->str('name').': ';
            $list = implode("\n", array_map(fn (Record $f): string => $why($f).$this->words->trans('error.'.$f->str('refusal'), ['%limit%' => intdiv(ReadResume::MAX_BYTES, 1_000_000)], 'candidate', $locale), $failed));
            $template = $none ? 'mail_in_none' : ([] === $failed ? 'mail_in' : 'mail_in_unread');
            $called = trim($mail->strOrNull('called') ?? '');
            $this->mailing->toAddress('mail-in-'.$mail->int('id'), 'mail_in', $mail->int('id'), $mail->str('sender'), $this->mailing->template($template, $locale), ['name' => '' === $called ? $mail->str('sender') : explode(' ', $called)[0], 'list' => '' === $list ? '–' : $list]);
        }
        // the answer is theirs as the letter is, and goes with it
        $this->db->execute('UPDATE personal_value a SET candidate_id = l.candidate_id FROM delivery o, mail_in m JOIN personal_value l ON l.id = m.personal_id WHERE o.key = :k AND a.id = o.personal_id AND m.id = :id', ['k' => 'mail-in-'.$id, 'id' => $id]);
        $this->db->execute('UPDATE mail_in SET answered_at = :now WHERE id = :id', ['id' => $id, 'now' => $now]);
    }
}
