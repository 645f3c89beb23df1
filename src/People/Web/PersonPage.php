<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Resume\Blind;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Resume\Timeline;
use Jorvent\History\Read\LogQuery;
use Jorvent\People\Colleagues;
use Jorvent\People\Found\FoundPeople;
use Jorvent\People\OwnData\Retention;
use Jorvent\People\Read\JoiningQuery;
use Jorvent\People\Read\PersonShownQuery;
use Jorvent\People\Read\RecordQuery;
use Jorvent\People\Readings;
use Jorvent\People\ResumeOut;
use Jorvent\People\SamePerson;
use Jorvent\People\SuitingOpenings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Files\Pdf;
use Jorvent\Platform\Security\Sealer;
use Psr\Clock\ClockInterface;
use Sabre\VObject\Component\VCard;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** One person: contacts, every application with its own stage, the resume, messages, and all that happened. */
#[Gate(Permission::ReadPerson, Gate::CANDIDATE)]
final class PersonPage extends SignedInPage
{
    #[Route('/people/{candidate}', name: 'person', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $candidate, Db $db, LogQuery $log, PersonShownQuery $shown, SamePerson $same, JoiningQuery $joinings, Retention $retention, Readings $readings, RecordQuery $record, Colleagues $colleagues, Access $access, Subject $_subject, ClockInterface $clock): Response
    {
        // old links lead to whom they were made one with
        $person = $db->row("SELECT c.*, array_to_json(c.permits)::text AS permits_json, (SELECT asked_at FROM data_request WHERE candidate_id = c.id AND kind = 'forget' AND done_at IS NULL) AS forget_asked_at FROM candidate c WHERE c.id = :id", ['id' => $candidate]) ?? throw $this->createNotFoundException();
        $into = $person->intOrNull('merged_into');
        if (null !== $into) {
            return $this->redirectToRoute('person', ['candidate' => $into]);
        }

        $resumes = $db->rows('SELECT id, file_name, media_type, size, text, created_at, file_sha256, unsure FROM resume WHERE candidate_id = :id ORDER BY beside, created_at DESC, id DESC', ['id' => $candidate]);
        $newest = ($resumes[0] ?? null)?->int('id');
        $sheet = $record->sheet($candidate, $this->me()->id);
        $read = null === $newest ? null : $readings->of($newest);
        $now = $clock->now();
        $me = $this->me();
        $corrects = $access->allows($me, Permission::CorrectPerson, $_subject);
        $applications = $shown->applications($candidate, $me);

        return $this->render('people/person.html.twig', [
            'may_set' => $corrects, 'sheet' => $sheet,
            'standing' => $colleagues->standing($candidate), 'newest' => $newest, 'timeline' => null === $read ? null : Timeline::of($read['items']['spells'], $read['items']['education'], 12 * (int) $now->format('Y') + (int) $now->format('n') - 1), 'months' => $read['months'] ?? null, 'kinds' => null === $read ? null : Kinds::months($read['items']['spells'], 12 * (int) $now->format('Y') + (int) $now->format('n') - 1), 'skills' => $read['reading']['skills'] ?? [],
            'person' => $person,
            'applications' => $applications['read'], 'elsewhere' => $applications['more'],
            'resumes' => $resumes,
            'mails' => $shown->mails($candidate, $me, $corrects),
            'notes' => $record->notes($candidate), 'countries' => $person->strings('permits_json'),
            'rows' => $log->ofCandidate($candidate, $me, $corrects), 'like' => $same->likeCandidate($candidate), 'merges' => $joinings->into($candidate), 'grounds' => $retention->grounds($candidate),
        ]);
    }

    /** Which open requisitions they suit; asked for when someone looks there. */
    #[Route('/people/{candidate}/openings', name: 'person_openings', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function openings(int $candidate, SuitingOpenings $openings): Response
    {
        return $this->render('people/_openings.html.twig', ['openings' => array_map(static fn (array $o): array => FoundPeople::fit($o['fit']) + $o, $openings->of($candidate, $this->me())), 'candidate' => $candidate]);
    }

    /** What is known of them, to take along in open formats: JSON Resume and vCard (RFC 6350). */
    #[Route('/people/{candidate}/resume.json', name: 'person_json', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function jsonResume(int $candidate, ResumeOut $out): Response
    {
        $json = $out->of($candidate) ?? throw $this->createNotFoundException();

        return new Response(json_encode($json, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), 200, ['Content-Type' => 'application/json; charset=utf-8', 'Content-Disposition' => 'attachment; filename="resume.json"']);
    }

    #[Route('/people/{candidate}/contact.vcf', name: 'person_vcard', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function vcard(int $candidate, Db $db): Response
    {
        $person = $db->row('SELECT name, email, phone, city, headline FROM candidate WHERE id = :id', ['id' => $candidate]) ?? throw $this->createNotFoundException();
        $words = explode(' ', $person->str('name'));
        $last = array_pop($words);
        $card = new VCard(['VERSION' => '4.0', 'FN' => $person->str('name'), 'N' => [$last, implode(' ', $words), '', '', '']]);
        foreach (['EMAIL' => $person->strOrNull('email'), 'TEL' => $person->strOrNull('phone'), 'TITLE' => $person->str('headline')] as $name => $value) {
            if (null !== $value && '' !== $value) {
                $card->add($name, $value);
            }
        }
        if (null !== $person->strOrNull('city')) {
            $card->add('ADR', ['', '', '', $person->str('city'), '', '', '']);
        }

        return new Response($card->serialize(), 200, ['Content-Type' => 'text/vcard; charset=utf-8', 'Content-Disposition' => 'attachment; filename="contact.vcf"']);
    }

    /** What is known of them in our layout; or without who it is, for fair review. */
    #[Route('/people/{candidate}/{copy}.pdf', name: 'person_pdf', requirements: ['candidate' => '\d{1,9}', 'copy' => 'copy|blind'], methods: ['GET'])]
    public function pdf(int $candidate, string $copy, Db $db, Readings $readings, Pdf $pdf, Sealer $sealer): Response
    {
        $person = $db->row('SELECT name, email, phone, city, country, headline, years FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $candidate]) ?? throw $this->createNotFoundException();
        $newest = $db->row('SELECT id FROM resume WHERE candidate_id = :id ORDER BY beside, created_at DESC, id DESC LIMIT 1', ['id' => $candidate])?->int('id');
        $read = null === $newest ? ['items' => ['fields' => [], 'spells' => [], 'education' => [], 'languages' => [], 'certificates' => []], 'reading' => []] : $readings->of($newest);
        // a number that says nothing of who it is, the same each time
        $code = strtoupper(substr($sealer->token('blind '.$candidate), 0, 6));
        $blind = Blind::of(['name' => $person->str('name'), 'email' => $person->strOrNull('email'), 'phone' => $person->strOrNull('phone'), 'city' => $person->strOrNull('city'), 'headline' => $person->str('headline'), 'years' => $person->floatOrNull('years')], $read['items'], $read['reading']);
        $written = $pdf->write('people/copy.pdf.twig', 'blind' === $copy ? ['code' => $code, 'person' => null, 'copy' => $blind->copy, 'items' => null] : ['code' => null, 'person' => $person, 'copy' => $blind->copy, 'items' => $read['items']]);
        $name = 'blind' === $copy ? 'candidate-'.$code.'.pdf' : 'resume-'.$candidate.'.pdf';

        return new Response($written, 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'attachment; filename="'.$name.'"', 'Cache-Control' => 'private, no-store']);
    }

    /** The original as it came: offered to be saved, never with a type that a browser would run. */
    #[Route('/people/{candidate}/resume/{resume}', name: 'original', requirements: ['candidate' => '\d{1,9}', 'resume' => '\d{1,9}'], methods: ['GET'])]
    public function original(int $candidate, int $resume, Db $db, FileStore $files): Response
    {
        $row = $db->row('SELECT file_name, file_sha256, text FROM resume WHERE id = :r AND candidate_id = :c', ['r' => $resume, 'c' => $candidate]) ?? throw $this->createNotFoundException();
        $hash = $row->strOrNull('file_sha256');
        $response = new Response(null === $hash ? $row->str('text') : $files->get($hash), headers: ['Content-Type' => 'application/octet-stream']);
        $response->headers->set('Content-Disposition', $response->headers->makeDisposition('attachment', $row->str('file_name'), (string) preg_replace('/[^\x20-\x7E]|[%\/\\\\]/', '_', $row->str('file_name'))));

        return $response;
    }
}
