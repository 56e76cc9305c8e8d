package firmtally.server.sales.delivery;

import firmtally.server.access.Actor;
import firmtally.server.company.SettingsService;
import firmtally.server.company.text.Purpose;
import firmtally.server.platform.ids.DocumentId;
import firmtally.server.sales.document.PaperMail;
import org.joda.money.Money;
import org.springframework.stereotype.Service;

/** How a delivery note leaves the company. */
@Service
class DeliverySending {
  private final DeliveryService deliveries;
  private final DeliveryPapers papers;
  private final PaperMail mail;
  private final SettingsService settings;

  DeliverySending(
      DeliveryService deliveries, DeliveryPapers papers, PaperMail mail, SettingsService settings) {
    this.deliveries = deliveries;
    this.papers = papers;
    this.mail = mail;
    this.settings = settings;
  }

  DocumentId send(DocumentId id, String key, Actor actor) {
    DeliveryService.Delivery delivery = deliveries.readable(id, actor);
    return mail.send(
        new PaperMail.Letter(
            delivery.document(),
            "called.delivery",
            Purpose.DELIVERY_EMAIL,
            Money.zero(settings.company().currency()),
            papers.print(delivery, actor)),
        key,
        actor,
        sent -> {});
  }
}
