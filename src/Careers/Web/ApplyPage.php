<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Adverts\Store\VisitStore;
use Jorvent\Careers\Apply;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Declarations;
use Jorvent\Careers\FinishLater;
use Jorvent\Careers\Openings;
use Jorvent\Careers\Referrals;
use Jorvent\Careers\Ways;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Resume\Contacts;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\FitSettings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** Applying in three steps without an account: resume, fields and questions, check and send. What was typed is kept under a key in the address. */
#[OpenDoor('anyone may apply')]
final class ApplyPage extends OpeningPage
{
    private const FIELDS = ['name', 'email', 'phone', 'city'];
    private const LOOK_AGAIN_SECONDS = 1;

    public function __construct(private readonly Openings $openings, private readonly ApplyDrafts $drafts, private readonly Db $db)
    {
    }

    #[Route('/careers/{number}/apply', name: 'apply', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function resume(
        int $number,
        Request $request,
        Upload $upload,
        Referrals $referrals,
        FitSettings $settings,
        VisitStore $counter,
        #[Target('apply')] RateLimiterFactoryInterface $limit,
    ): Response {
        $via = self::hex($request, 'via');
        $from = self::hex($request, 'from');
        $opening = $this->openings->one($number, $this->locale($request), $via);
        if (null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->bool('open')) {
            return $this->closed($request, $opening);
        }
        $view = ['opening' => $opening, 'via' => $via, 'from' => $from, 'errors' => Errors::none(), 'step' => 1];
        $view['pay_counts'] = $settings->pay()['points'] > 0;
        if (!$request->isMethod('POST')) {
            return $this->publicPage($request, 'careers/apply_resume.html.twig', $view);
        }
        $with = Input::of($request)->choice('file', YesNo::class, YesNo::Yes);
        try {
            if (!$limit->create((string) $request->getClientIp())->consume()->isAccepted()) {
                throw Refused::because('too_many', 'resume');
            }
            $file = YesNo::No === $with ? null : $upload->needed($request, 'resume');
        } catch (Refused $refused) {
            return $this->publicPage($request, 'careers/apply_resume.html.twig', [...$view, 'errors' => Errors::of($refused->refusals)], 422);
        }
        $contacts = null === $file ? null : Contacts::read($file->text);
        $posting = $this->openings->posting($opening->int('id'), $via);
        if (null !== $posting) {
            $counter->started($posting);
        }
        $key = $this->drafts->start($opening->int('id'), $posting, array_filter(['name' => $contacts?->name, 'email' => $contacts?->email, 'phone' => $contacts?->phone], is_string(...)), $file, $referrals->of($from, $opening->int('id')));

        return $this->redirectToRoute('apply_fields', ['key' => $key], Response::HTTP_SEE_OTHER);
    }

    #[Route('/a/{key}', name: 'apply_fields', requirements: ['key' => '[0-9a-f]{32}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function fields(string $key, Request $request, FinishLater $later, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        [$draft, $opening, $questions] = $this->open($key);
        if ($this->wasSent($key)) {
            return $this->redirectToRoute('apply_sent', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        if (null === $draft || null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->bool('open')) {
            return $this->closed($request, $opening, $draft);
        }
        $errors = Errors::none();
        [$fields, $answers] = Apply::split($draft);
        if ($request->isMethod('POST')) {
            $input = Input::of($request);
            $then = $input->choice('then', FieldsAct::class, FieldsAct::Next);
            $typed = [];
            foreach (self::FIELDS as $name) {
                $typed[$name] = $input->line($name);
            }
            foreach ($questions->questions as $question) {
                $typed['q:'.$question->id] = mb_substr($input->answers('answer')[$question->id] ?? '', 0, Questionnaire::MAX_TEXT + 1);
            }
            $this->drafts->save($key, $typed);
            if (FieldsAct::Keep === $then) {
                return new Response('', Response::HTTP_NO_CONTENT);
            }
            [$draft] = $this->open($key);
            [$fields, $answers] = null === $draft ? [[], []] : Apply::split($draft);
            if (FieldsAct::Later === $then) {
                try {
                    if (!$limit->create('later '.$request->getClientIp())->consume()->isAccepted()) {
                        throw Refused::because('too_many', 'email');
                    }
                    $later($key, $typed['email'], $opening, $this->brandOf($opening)->name, $this->locale($request));

                    return $this->publicPage($request, 'careers/later.html.twig', ['opening' => $opening, 'email' => $typed['email'], 'days' => ApplyDrafts::DAYS]);
                } catch (Refused $refused) {
                    return $this->fieldsPage($request, $opening, $draft ?? throw $this->createNotFoundException(), $questions, Errors::of($refused->refusals));
                }
            }
            $errors = Errors::of([...Apply::personBlockers($fields, $opening->str('country')), ...$questions->refuse($answers)]);
            if (!$errors->any()) {
                return $this->redirectToRoute('apply_check', ['key' => $key], Response::HTTP_SEE_OTHER);
            }
        }

        return $this->fieldsPage($request, $opening, $draft ?? throw $this->createNotFoundException(), $questions, $errors);
    }

    private function fieldsPage(Request $request, Record $opening, Record $draft, Questionnaire $questions, Errors $errors): Response
    {
        [$fields, $answers] = Apply::split($draft);

        return $this->publicPage($request, 'careers/apply_fields.html.twig', ['opening' => $opening, 'draft' => $draft, 'fields' => $fields, 'answers' => $answers, 'questions' => $questions->questions, 'shown' => $questions->shown($answers), 'errors' => $errors, 'step' => 2], $errors->any() ? 422 : 200);
    }

    #[Route('/a/{key}/check', name: 'apply_check', requirements: ['key' => '[0-9a-f]{32}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function check(string $key, Request $request, Apply $apply, Ways $ways, Consent $consent, #[Target('draft_check')] RateLimiterFactoryInterface $limit): Response
    {
        if (!$limit->create($key)->consume()->isAccepted()) {
            throw new TooManyRequestsHttpException();
        }
        [$draft, $opening, $questions] = $this->open($key);
        if ($this->wasSent($key)) {
            return $this->redirectToRoute('apply_sent', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        if (null === $draft || null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->bool('open')) {
            return $this->closed($request, $opening, $draft);
        }
        $errors = Errors::none();
        $input = Input::of($request);
        if ($request->isMethod('POST')) {
            try {
                $status = $apply($key, $this->locale($request), $input->line('consent'), $ways->to($request, $draft->int('requisition_id')));
                $response = $this->redirectToRoute('apply_sent', ['key' => $key, 'to' => substr($status, (int) strrpos($status, '/') + 1)], Response::HTTP_SEE_OTHER);
                $response->headers->clearCookie(Ways::COOKIE);

                return $response;
            } catch (Refused $refused) {
                if ('opening_closed' === $refused->refusals[0]->code) {
                    return $this->closed($request, $this->openings->one($opening->int('number'), $this->locale($request)) ?? $opening, $draft);
                }
                if (\in_array($refused->refusals[0]->code, ['already_sent', 'being_sent', 'draft_gone'], true)) {
                    return $this->redirectToRoute('apply_sent', ['key' => $key], Response::HTTP_SEE_OTHER);
                }
                $errors = Errors::of($refused->refusals);
                $this->drafts->save($key, ['consent' => $input->line('consent')]);
            }
        }
        [$fields, $answers] = Apply::split($draft);
        $version = $consent->version();

        return $this->publicPage($request, 'careers/apply_check.html.twig', ['consent' => $consent->text($version, $this->locale($request), $this->brandOf($opening)->name), 'consent_version' => $version, 'opening' => $opening, 'draft' => $draft, 'fields' => $fields, 'answers' => $answers, 'questions' => $questions->questions, 'shown' => $questions->shown($answers), 'errors' => $errors, 'step' => 3], $errors->any() ? 422 : 200);
    }

    /** The thanks, the way to the status page, and, for who wants to, a form that knows neither them nor the application. */
    #[Route('/a/{key}/sent', name: 'apply_sent', requirements: ['key' => '[0-9a-f]{32}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function sent(string $key, Request $request, Declarations $declarations): Response
    {
        $draft = $this->drafts->find($key);
        if (null === $draft) {
            return $this->gone($request);
        }
        if (null === $draft->strOrNull('sent_at')) {
            return $this->notSentYet($key, $request);
        }
        $status = $request->query->getString('to');
        if ($request->isMethod('POST')) {
            $declarations->count($key, Input::of($request)->map('declared'));

            return $this->redirectToRoute('apply_sent', ['key' => $key] + ('' === $status ? [] : ['to' => $status]), Response::HTTP_SEE_OTHER);
        }
        $hiring = $this->db->row('SELECT unit_id FROM requisition_head WHERE id = :id', ['id' => $draft->int('requisition_id')]);

        return $this->publicPage($request, 'careers/sent.html.twig', ['hiring' => $hiring, 'secret' => 1 === preg_match('/^[\w\-]{20,60}$/', $status) ? $status : null, 'asked' => $declarations->asked(), 'answers' => Declared::QUESTIONS, 'smallest' => $declarations->settings()->smallest(), 'declared' => $draft->bool('declared')]);
    }

    /** Being sent by another click, which is not through yet: the page looks again. Else it was never sent. */
    private function notSentYet(string $key, Request $request): Response
    {
        if (null !== $this->drafts->take($key)) {
            return $this->redirectToRoute('apply_check', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        $response = $this->publicPage($request, 'careers/being_sent.html.twig', [], Response::HTTP_ACCEPTED);
        $response->headers->set('Refresh', (string) self::LOOK_AGAIN_SECONDS);

        return $response;
    }

    /** Sent twice, or gone back to: it is told that it was sent. */
    private function wasSent(string $key): bool
    {
        return null !== $this->drafts->find($key)?->strOrNull('sent_at');
    }

    /** @return array{Record|null, Record|null, Questionnaire} */
    private function open(string $key): array
    {
        $draft = $this->drafts->find($key);
        $row = null === $draft || null !== $draft->strOrNull('sent_at') ? null : $this->db->row('SELECT number, questions FROM requisition_head WHERE id = :id', ['id' => $draft->int('requisition_id')]);
        $opening = null === $draft || null === $row ? null : $this->openings->one($row->int('number'), 'en', $this->openings->code($draft->intOrNull('posting_id')));

        return [null === $row ? null : $draft, $opening, Questionnaire::fromArray($row?->objects('questions') ?? [])];
    }
}
