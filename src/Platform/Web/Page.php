<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Web\Form\FormRefusals;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\Form\FormFactoryInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormTypeInterface;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Translation\LocaleSwitcher;
use Symfony\Contracts\Service\Attribute\Required;

/** What all pages share: saying what happened, and answering a refusal at its field. */
abstract class Page extends AbstractController
{
    private LocaleSwitcher $languages;
    private FormFactoryInterface $forms;
    private Identities $identities;

    #[Required]
    public function setLanguages(LocaleSwitcher $languages): void
    {
        $this->languages = $languages;
    }

    #[Required]
    public function setForms(FormFactoryInterface $forms): void
    {
        $this->forms = $forms;
    }

    #[Required]
    public function setIdentities(Identities $identities): void
    {
        $this->identities = $identities;
    }

    /** @param array<array-key, mixed> $parameters */
    protected function render(string $view, array $parameters = [], ?Response $response = null): Response
    {
        if (null !== $this->getUser()) {
            $parameters += ['organisation' => $this->identities->name()]; // in the frame of all pages of staff
        }

        return parent::render($view, $parameters, $response);
    }

    /**
     * A form whose fields are named as they are, without the name of the form before them.
     *
     * @template T of object|array<string, mixed>
     *
     * @param class-string<FormTypeInterface<T>> $type
     * @param T                    $data    what its fields begin with, and what it fills
     * @param array<string, mixed> $options
     *
     * @return FormInterface<T>
     */
    protected function formOf(string $type, object|array $data, array $options = []): FormInterface
    {
        /** @var FormInterface<T> */
        return $this->forms->createNamed('', $type, $data, $options);
    }

    /**
     * Does what a form is for, when it was sent and can be read; what is refused is put at its fields.
     *
     * @param FormInterface<covariant mixed> $form
     * @param callable(): mixed    $act
     *
     * @return bool whether it is done; else the page is shown again with what was typed
     */
    protected function done(FormInterface $form, callable $act): bool
    {
        if (!$form->isSubmitted() || !$form->isValid()) {
            return false;
        }
        try {
            $act();
        } catch (Refused $refused) {
            FormRefusals::put($form, $refused);

            return false;
        }

        return true;
    }

    /**
     * Does something; what is refused is said on the page.
     *
     * @param callable(): mixed $act
     */
    protected function attempt(callable $act): Errors
    {
        try {
            $act();
        } catch (Refused $refused) {
            return Errors::of($refused->refusals);
        }

        return Errors::none();
    }

    /** The rest of this request is in that language; the translator was given the request's own before the page could know better. */
    protected function speak(Request $request, string $locale): void
    {
        $request->setLocale($locale);
        $this->languages->setLocale($locale);
    }

    /**
     * Does something and goes on; a refusal is said on the page one came from.
     *
     * @param callable(): mixed    $act
     * @param array<string, mixed> $parameters of the route to go on to
     * @param array<string, mixed> $said       data of the sentence
     */
    protected function act(callable $act, ?string $sentence, string $route, array $parameters = [], array $said = []): RedirectResponse
    {
        try {
            $act();
            if (null !== $sentence) {
                $this->say($sentence, $said);
            }
        } catch (Refused $refused) {
            foreach ($refused->refusals as $refusal) {
                $this->addFlash('refused', ['id' => 'refusal.'.$refusal->code, 'data' => array_combine(array_map(static fn (string $k): string => '%'.$k.'%', array_keys($refusal->data)), array_values($refusal->data))]);
            }
        }

        return $this->redirectToRoute($route, $parameters, Response::HTTP_SEE_OTHER);
    }

    /** A whole number of the address; 0 when there is none or it is something else. */
    protected static function whole(Request $request, string $name): int
    {
        $value = $request->query->all()[$name] ?? '';

        return \is_string($value) && 1 === preg_match('/^\d{1,9}$/', $value) ? (int) $value : 0;
    }

    /**
     * Whole numbers as an address carries them, one or a list; what is none is left out.
     *
     * @return list<int>
     */
    protected static function wholes(mixed $asked): array
    {
        $whole = [];
        foreach (\is_array($asked) ? $asked : [$asked] as $one) {
            if (\is_string($one) && 1 === preg_match('/^\d{1,9}$/D', $one)) {
                $whole[] = (int) $one;
            }
        }

        return $whole;
    }

    /** To the page one came from, as far as it is one of ours. */
    protected function back(Request $request): RedirectResponse
    {
        $path = parse_url($request->headers->get('referer') ?? '', \PHP_URL_PATH);

        return $this->redirect(\is_string($path) && str_starts_with($path, '/') && !str_starts_with($path, '//') ? $path : '/today', Response::HTTP_SEE_OTHER);
    }

    /** @param array<string, mixed> $data */
    protected function say(string $sentence, array $data = []): void
    {
        $this->addFlash('said', ['id' => 'said.'.$sentence, 'data' => $data]);
    }

    /** @param array<string, mixed> $view */
    protected function renderRefused(string $template, array $view, Refused $refused): Response
    {
        return $this->render($template, [...$view, 'errors' => Errors::of($refused->refusals)], new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
    }
}
