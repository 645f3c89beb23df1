<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\FirstAdmin;
use Jorvent\Accounts\ForgottenPassword;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\CsrfCheck;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\OpenDoor;
use Jorvent\Platform\Web\Page;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

#[OpenDoor('nobody is signed in yet')]
final class SignInPage extends Page
{
    /** Sentences that another page may ask this one to say. */
    private const SAID = ['password_chosen', 'signed_out'];
    /** Who is not signed in has no session; such forms are checked by where they come from. */
    private const NO_SESSION = ['_csrf' => CsrfCheck::PUBLIC];

    public function __construct(private readonly Db $db, #[Autowire('%env(bool:JORVENT_DEMO)%')] private readonly bool $demo)
    {
    }

    #[Route('/sign-in', name: 'sign_in', methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        if (null !== $this->getUser()) {
            return $this->redirectToRoute('today');
        }
        if (0 === $this->db->int('SELECT count(*) FROM account')) {
            return $this->redirectToRoute('first_admin');
        }
        // of the try before, handed on within the request: who is not signed in has no session
        $error = $request->attributes->get(SecurityRequestAttributes::AUTHENTICATION_ERROR);
        $last = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);
        $said = $request->query->getString('said');

        return $this->render('accounts/sign_in.html.twig', [
            'error' => $error instanceof AuthenticationException ? $error->getMessageKey() : null, 'last' => \is_string($last) ? $last : '',
            'said' => \in_array($said, self::SAID, true) ? $said : null, 'to' => self::own($request->query->getString('to')),
            'people' => $this->demo ? $this->db->rows('SELECT id, name, title FROM account WHERE demo_rank IS NOT NULL AND active ORDER BY demo_rank') : [],
        ], new Response(status: null === $error ? 200 : 422));
    }

    #[Route('/sign-in/as/{id}', name: 'sign_in_as', requirements: ['id' => '\d{1,9}'], defaults: self::NO_SESSION, methods: ['POST'])]
    public function as(int $id, EntityManagerInterface $entities, Security $security): Response
    {
        $account = $this->demo && null !== $this->db->row('SELECT 1 FROM account WHERE id = :id AND demo_rank IS NOT NULL', ['id' => $id]) ? $entities->find(Account::class, $id) : null;
        if (null === $account || !$account->active) {
            throw new NotFoundHttpException();
        }
        $security->login($account, 'form_login', 'staff');

        return $this->redirectToRoute('today', status: Response::HTTP_SEE_OTHER);
    }

    #[Route('/sign-out', name: 'sign_out', defaults: ['_before_code' => true], methods: ['POST'])]
    public function out(): never
    {
        throw new \LogicException('The firewall signs out.');
    }

    #[Route('/forgotten', name: 'forgotten', defaults: self::NO_SESSION, methods: ['GET', 'POST'])]
    public function forgotten(Request $request, ForgottenPassword $forgotten, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        if ($request->isMethod('POST')) {
            if (!$limit->create($request->getClientIp())->consume()->isAccepted()) {
                throw new TooManyRequestsHttpException();
            }
            $forgotten(Input::of($request)->line('email'));
        }

        return $this->render('accounts/forgotten.html.twig', ['sent' => $request->isMethod('POST')]);
    }

    #[Route('/password/{secret}', name: 'password', defaults: self::NO_SESSION, methods: ['GET', 'POST'])]
    public function password(string $secret, Request $request, GuestLinks $links, ForgottenPassword $forgotten): Response
    {
        $link = $links->open(LinkPurpose::Password, $secret);
        if (null === $link) {
            return $this->render('public/gone.html.twig', [], new Response(status: 410));
        }
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $forgotten->choose($link, $request->request->getString('new_password'));

                return $this->redirectToRoute('sign_in', ['said' => 'password_chosen'], status: Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('accounts/password.html.twig', ['errors' => $errors], new Response(status: $errors->any() ? 422 : 200));
    }

    #[Route('/first-admin', name: 'first_admin', methods: ['GET'])]
    public function noLink(): Response
    {
        return $this->render('accounts/first_admin.html.twig', ['link' => false]);
    }

    #[Route('/first-admin/{secret}', name: 'first_admin_link', defaults: self::NO_SESSION, methods: ['GET', 'POST'])]
    public function firstAdmin(string $secret, Request $request, FirstAdmin $first, GuestLinks $links): Response
    {
        $link = $links->open(LinkPurpose::FirstAdmin, $secret);
        if (null === $link) {
            return $this->render('public/gone.html.twig', [], new Response(status: 410));
        }
        $input = Input::of($request);
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $first($link, $input->line('company'), $input->line('name'), $input->line('email'), $request->request->getString('new_password'), $input->line('zone'));

                return $this->redirectToRoute('sign_in', status: Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('accounts/first_admin.html.twig', ['link' => true, 'errors' => $errors, 'input' => $input, 'zones' => \DateTimeZone::listIdentifiers()], new Response(status: $errors->any() ? 422 : 200));
    }

    /** The page someone wanted before they were asked to sign in: one of ours, or none. */
    private static function own(string $path): string
    {
        return 1 === preg_match('~^/(?![/\\\\])[\x21-\x7E]{0,1000}+$~D', $path) ? $path : '';
    }
}
