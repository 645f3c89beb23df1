<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\AddFile;
use Jorvent\Careers\ConfirmAddress;
use Jorvent\Careers\Referrals;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\Book;
use Jorvent\Offers\AnswerOffer;
use Jorvent\Offers\SigningCodes;
use Jorvent\Offers\SigningNames;
use Jorvent\Organisation\Web\PublicPage;
use Jorvent\People\DataRequests;
use Jorvent\People\Erase;
use Jorvent\People\OwnData;
use Jorvent\People\Retention;
use Jorvent\Pipeline\WithdrawApplication;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\OpenDoor;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What candidates do by signed link: pick a time, answer an offer, see where things stand. Works without JavaScript. */
#[OpenDoor('a signed link is the key')]
final class GuestPage extends PublicPage
{
    public function __construct(private readonly GuestLinks $links, private readonly Db $db, private readonly ClockInterface $clock)
    {
    }

    #[Route('/l/book/{secret}', name: 'guest_book', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function book(string $secret, Request $request, Book $book): Response
    {
        $link = $this->links->open(LinkPurpose::Book, $secret);
        $row = null === $link ? null : $this->db->row("SELECT i.id, i.state, i.minutes, i.place, lower(i.during) AS starts, c.zone, c.locale, r.title, r.unit_id, (SELECT string_agg(a.name, ', ' ORDER BY a.name) FROM interview_seat t JOIN account a ON a.id = t.account_id WHERE t.interview_id = i.id) AS seats FROM interview i JOIN candidate c ON c.id = i.candidate_id JOIN application p ON p.id = i.application_id JOIN requisition_head r ON r.id = p.requisition_id WHERE i.id = :id", ['id' => $link->subject]);
        if (null === $row || 'cancelled' === $row->str('state')) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));
        $zone = WorkingHours::zone($request->query->getString('zone')) ?? new \DateTimeZone($row->str('zone'));
        $errors = Errors::none();
        if ('' !== $request->query->getString('zone') && null === WorkingHours::zone($request->query->getString('zone'))) {
            $errors = Errors::of([new \Jorvent\Core\Shared\Refusal('zone', 'zone_unknown')]);
        }
        if ($request->isMethod('POST')) {
            try {
                $at = $request->request->getString('at');
                $slot = 1 === preg_match('/^\d{9,11}$/', $at) ? $this->db->row('SELECT starts_at FROM interview_slot WHERE interview_id = :i AND starts_at = :at', ['i' => $row->int('id'), 'at' => new \DateTimeImmutable('@'.$at)]) : null;
                $book($row->int('id'), $slot?->instant('starts_at') ?? throw Refused::because('time_taken', 'when'));

                return $this->redirectToRoute('guest_book', ['secret' => $secret, 'zone' => $zone->getName()], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $slots = $this->db->rows(
            'SELECT l.starts_at FROM interview_slot l JOIN interview i ON i.id = l.interview_id WHERE l.interview_id = :i AND l.starts_at > :now AND NOT EXISTS (SELECT 1 FROM interview_seat t JOIN interview_seat mine ON mine.account_id = t.account_id AND mine.interview_id = :i
             WHERE t.interview_id <> :i AND t.during && tstzrange(l.starts_at, l.starts_at + i.minutes * interval \'1 minute\')) ORDER BY l.starts_at', ['i' => $row->int('id'), 'now' => $this->clock->now()]);

        return $this->publicPage($request, 'public/book.html.twig', ['hiring' => $row, 'interview' => $row, 'slots' => $slots, 'zone' => $zone->getName(), 'zones' => \DateTimeZone::listIdentifiers(), 'errors' => $errors, 'secret' => $secret], $errors->any() ? 422 : 200);
    }

    #[Route('/l/offer/{secret}', name: 'guest_offer', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function offer(string $secret, Request $request, AnswerOffer $answer, SigningNames $names, SigningCodes $codes): Response
    {
        $link = $this->links->open(LinkPurpose::Offer, $secret);
        $row = null === $link ? null : $this->offerOf($link);
        if (null === $row) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));
        $errors = Errors::none();
        $input = Input::of($request);
        $id = $row->int('id');
        $coded = false;
        if ($request->isMethod('POST')) {
            $does = $input->choice('answer', OfferAnswer::class);
            // a code that is on its way or was typed wrong can be typed (again)
            $coded = \in_array($does, [OfferAnswer::Code, OfferAnswer::Sign], true);
            try {
                match ($does) {
                    OfferAnswer::Decline => $answer->decline($id, $input->text('reason')),
                    OfferAnswer::Sign => $answer->sign($id, $input->line('name'), $input->line('letter'), $input->line('code'), $request->getClientIp()),
                    OfferAnswer::Name => $names->ask($id, $input->line('name')),
                    OfferAnswer::Code => $this->sendCode($id, $input->line('name'), $names, $codes),
                };
                if (OfferAnswer::Code !== $does) {
                    return $this->redirectToRoute('guest_offer', ['secret' => $secret], Response::HTTP_SEE_OTHER);
                }
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
                $coded = $coded && [] === $errors->at('name');
            }
        }

        return $this->publicPage($request, 'public/offer.html.twig', ['hiring' => $row, 'offer' => $row, 'errors' => $errors, 'secret' => $secret, 'input' => $input, 'coded' => $coded, 'asked_name' => $names->of($id), 'expired' => 'sent' === $row->str('state') && $row->instant('answer_by')->setTime(23, 59, 59) < $this->clock->now()], $errors->any() ? 422 : 200);
    }

    #[Route('/l/offer/{secret}/letter.pdf', name: 'guest_letter', methods: ['GET'])]
    public function letter(string $secret, Request $request, FileStore $files): Response
    {
        $link = $this->links->open(LinkPurpose::Offer, $secret);
        $row = null === $link ? null : $this->offerOf($link);
        if (null === $row || null === $row->strOrNull('letter_sha256')) {
            return $this->gone($request);
        }

        return new Response($files->get($row->str('letter_sha256')), headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="offer.pdf"', 'Cache-Control' => 'private, no-store']);
    }

    /** The link shows what it is for; the button confirms, so that a program that follows links confirms nothing. */
    #[Route('/l/confirm/{secret}', name: 'guest_confirm', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function confirm(string $secret, Request $request, ConfirmAddress $confirm): Response
    {
        $link = $this->links->open(LinkPurpose::Confirm, $secret);
        $row = null === $link ? null : $this->db->row('SELECT p.id, c.locale, r.title, r.unit_id, s.city FROM application p JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id WHERE p.id = :id', ['id' => $link->subject]);
        if (null === $link || null === $row) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));
        $status = $twice = null;
        if ($request->isMethod('POST')) {
            try {
                [$status, $twice] = $this->links->once($link, static fn (): array => $confirm($link->subject));
            } catch (Refused) {
                return $this->gone($request);
            }
        }

        return $this->publicPage($request, 'careers/confirm.html.twig', ['hiring' => $row, 'application' => $row, 'status' => $status, 'twice' => $twice]);
    }

    #[Route('/l/status/{secret}', name: 'guest_status', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function status(string $secret, Request $request, WithdrawApplication $withdraw, AddFile $add, Upload $upload, DataRequests $requests, OwnData $data): Response
    {
        $link = $this->links->open(LinkPurpose::Status, $secret);
        $row = null === $link ? null : $this->db->row("SELECT p.id, p.candidate_id, p.requisition_id, p.stage, p.state, p.applied_at, (SELECT asked_at FROM data_request WHERE candidate_id = c.id AND kind = 'forget' AND done_at IS NULL) AS forget_asked_at, (SELECT count(*) FROM resume WHERE candidate_id = c.id) AS files, c.locale, c.zone, r.title, r.unit_id, s.city, (SELECT min(lower(i.during)) FROM interview i WHERE i.application_id = p.id AND i.state = 'booked' AND lower(i.during) > :now) AS interview_at FROM application p JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id WHERE p.id = :id", ['id' => $link->subject, 'now' => $this->clock->now()]);
        if (null === $row) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                match (Input::of($request)->choice('do', StatusAct::class)) {
                    StatusAct::File => $add($row->int('candidate_id'), $row->int('requisition_id'), $upload->needed($request, 'resume')),
                    StatusAct::Data => $data->mail($row->int('candidate_id'), $row->int('requisition_id')),
                    StatusAct::Forget => $requests->ask($row->int('candidate_id'), 'forget', 'page', $row->int('requisition_id')),
                    StatusAct::Withdraw => $withdraw($row->int('id')),
                };

                return $this->redirectToRoute('guest_status', ['secret' => $secret], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->publicPage($request, 'public/status.html.twig', ['hiring' => $row, 'application' => $row, 'errors' => $errors, 'secret' => $secret], $errors->any() ? 422 : 200);
    }

    /** What is held of them, to take along. The link is only ever mailed, so whoever has it has their address. */
    #[Route('/l/data/{secret}', name: 'guest_data', methods: ['GET'])]
    public function data(string $secret, Request $request, OwnData $data): Response
    {
        $link = $this->links->open(LinkPurpose::Data, $secret);
        if (null === $link) {
            return $this->gone($request);
        }

        return new JsonResponse(json_encode($data->of($link->subject), \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), 200, ['Content-Disposition' => 'attachment; filename="my-data.json"', 'Cache-Control' => 'no-store'], true);
    }

    /** Whether their data may be kept for longer; saying no erases it at once. */
    #[Route('/l/keep/{secret}', name: 'guest_keep', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function keep(string $secret, Request $request, Retention $retention, Erase $erase): Response
    {
        $link = $this->links->open(LinkPurpose::Keep, $secret);
        $row = null === $link ? null : $this->db->row('SELECT id, name, locale, greatest(keep_until, CAST(keep_asked_at AS date) + CAST(:grace AS int)) AS keep_until FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $link->subject, 'grace' => Keeping::GRACE_DAYS]);
        if (null === $link || null === $row) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));
        $said = null;
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $answer = Input::of($request)->choice('do', KeepAnswer::class);
                $said = KeepAnswer::Keep === $answer ? 'kept' : 'erased';
                $this->links->once($link, static fn () => match ($answer) {
                    KeepAnswer::Keep => $retention->renew($link->subject),
                    KeepAnswer::Erase => $erase($link->subject, 'answered'),
                });
            } catch (Refused $refused) {
                [$said, $errors] = [null, Errors::of($refused->refusals)];
            }
        }

        return $this->publicPage($request, 'careers/keep.html.twig', ['person' => $row, 'months' => $retention->rules()->future, 'said' => $said, 'errors' => $errors], $errors->any() ? 422 : 200);
    }

    /** What came of telling a friend: numbers alone, for what a friend does is theirs. */
    #[Route('/l/referral/{secret}', name: 'guest_referral', methods: ['GET'])]
    public function referral(string $secret, Request $request, Referrals $referrals): Response
    {
        $link = $this->links->open(LinkPurpose::Referral, $secret);
        $row = null === $link ? null : $referrals->seen($link->subject);
        if (null === $row) {
            return $this->gone($request);
        }
        $this->inLanguage($request, $row->str('locale'));

        return $this->publicPage($request, 'careers/referral.html.twig', ['hiring' => $row, 'referral' => $row]);
    }

    /** The name is looked at first: a code for a name that can not sign would be sent for nothing. */
    private function sendCode(int $offer, string $name, SigningNames $names, SigningCodes $codes): void
    {
        $names->check($offer, trim($name));
        $codes->send($offer);
    }

    private function offerOf(GuestLink $link): ?\Jorvent\Platform\Database\Record
    {
        return $this->db->row("SELECT o.id, o.state, o.base, o.currency, o.first_day, o.answer_by, o.letter_sha256, c.name, c.locale, r.title, r.unit_id, s.city FROM offer o JOIN application p ON p.id = o.application_id JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id WHERE o.id = :id AND o.state IN ('sent', 'accepted', 'declined')", ['id' => $link->subject]);
    }

    /** The candidate's own language, unless they choose another here. */
    private function inLanguage(Request $request, string $locale): void
    {
        if (!$request->query->has('lang') && !$request->cookies->has('lang')) {
            $request->cookies->set('lang', $locale);
        }
    }
}
